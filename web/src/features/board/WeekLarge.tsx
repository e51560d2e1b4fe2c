import { Box, Grid, Link, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';

import css from './ClassBlock.module.css';
import type { Look } from './Cell';
import { tintOf, underline } from './lens';
import { partName } from './seen';
import type { Schemas } from '~/shared/http/client';
import { clock, DAYS, figure, shortDate } from '~/shared/format/time';
import { colour } from '~/shared/ui/colour';
import { KitIcons } from '~/shared/ui/KitIcon';

interface Props {
  board: Schemas['Board'];
  look: Look;
  week: number;
}

/** One week large: every class with its parts, and what each of its movements is there for. */
export function WeekLarge({ board, look, week }: Props) {
  const classes = board.classes.filter((entry) => entry.week === week);
  if (!classes.length) return <Text color="soft">Week {week + 1} has no classes yet.</Text>;
  return (
    <Grid
      templateColumns={{
        base: '1fr',
        sm: 'repeat(2, minmax(0, 1fr))',
        lg: `repeat(${Math.min(classes.length, 4)}, minmax(0, 1fr))`,
      }}
      gap="2"
      aria-label="One week"
    >
      {classes.map((entry) => (
        <Large key={entry.slot} series={board.id} entry={entry} look={look} />
      ))}
    </Grid>
  );
}

function Large({ series, entry, look }: { series: number; entry: Schemas['BoardClass']; look: Look }) {
  const { lens, seen, sought } = look;
  const tint = tintOf(entry, lens, seen, sought);
  return (
    <Box as="section" bg="panel" borderLeft="3px solid" p="2" style={{ borderColor: colour(tint.ink) }}>
      <Text fontWeight="600" color="soft" fontSize="xs">
        {DAYS[entry.weekday]}, {shortDate(entry.date)}
      </Text>
      <Link asChild fontWeight="600">
        <RouterLink to={`/series/${series}/classes/${entry.slot}`}>{entry.name}</RouterLink>
      </Link>
      <Text fontSize="xs" style={{ color: colour(tint.ink) }}>
        {underline(entry, lens, seen, sought)}
      </Text>
      <span className={`${css.small} ${css.line}`}>
        <KitIcons kit={entry.kit} />
        <span>{entry.kit_name}</span>
        <span className={css.minutes}>{clock(entry.seconds)}</span>
      </span>
      <span className={css.strip} aria-hidden="true">
        {entry.parts.map((part, place) => (
          <span key={place} style={{ flexGrow: part.seconds }} />
        ))}
      </span>
      {entry.parts.map((part, place) => (
        <Box key={place} mt="1.5">
          <Text fontWeight="600" fontSize="xs">
            {partName(part, seen)}{' '}
            <Text as="span" color="soft" fontWeight="400">
              {seen.name(part.format).toLowerCase()}, {clock(part.seconds)} work
            </Text>
          </Text>
          <Box as="ul" listStyleType="none">
            {part.movements.map((own, number) => (
              <Text as="li" key={number} fontWeight={own.main ? '600' : '400'}>
                {own.carried ? '↑ ' : ''}
                {seen.called(own.id)}
              </Text>
            ))}
          </Box>
        </Box>
      ))}
      <Text fontSize="xs" color="soft" mt="1.5">
        {entry.movements.length} movements, {figure(entry.sets)} sets{entry.teacher && `; ${entry.teacher}`}
      </Text>
    </Box>
  );
}
