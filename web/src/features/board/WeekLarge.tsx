import { Box, Grid, Link, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';

import css from './ClassBlock.module.css';
import type { Look } from './Cell';
import { Dragging } from './Dragging';
import { tintOf, underline } from './lens';
import { movementAt, type Spot, spotOf, spotWord } from './moves';
import { partName } from './seen';
import type { Moves } from './useMoves';
import { WeekMovement } from './WeekMovement';
import type { Schemas } from '~/shared/http/client';
import { clock, DAYS, figure, shortDate } from '~/shared/format/time';
import { colour } from '~/shared/ui/colour';
import { KitIcons } from '~/shared/ui/KitIcon';

interface Props {
  board: Schemas['Board'];
  look: Look;
  week: number;
  moves: Moves;
}

const HOW =
  'Press space to pick the movement up, arrows to choose another, space to change places, escape to leave it.';

/** One week large: every class with its parts; its movements change places by pointer or keyboard. */
export function WeekLarge({ board, look, week, moves }: Props) {
  const { carrying, setCarrying } = moves;
  const classes = board.classes.filter((entry) => entry.week === week);
  if (!classes.length) return <Text color="soft">Week {week + 1} has no classes yet.</Text>;
  const called = (spot: Spot) => {
    const id = movementAt(board, spot);
    return id === undefined ? 'nothing' : look.seen.called(id);
  };
  return (
    <Dragging
      held={carrying && called(carrying.from)}
      said={(id) => called(spotOf(String(id)))}
      how={HOW}
      onHold={(id, over) =>
        setCarrying({ from: spotOf(String(id)), over: over === null ? null : spotOf(String(over)) })
      }
      onDrop={(id, over) =>
        over === null
          ? setCarrying(null)
          : moves.make({ kind: 'exchange-movements', one: spotOf(String(id)), other: spotOf(String(over)) })
      }
      onLeave={() => setCarrying(null)}
    >
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
          <Large key={entry.slot} series={board.id} entry={entry} look={look} moves={moves} />
        ))}
      </Grid>
    </Dragging>
  );
}

interface LargeProps {
  series: number;
  entry: Schemas['BoardClass'];
  look: Look;
  moves: Moves;
}

function Large({ series, entry, look, moves }: LargeProps) {
  const { carrying, setCarrying } = moves;
  const day = 7 * entry.week + entry.weekday;
  // The first press says what, the second with what; the same again leaves it.
  const carry = (spot: Spot) => {
    if (!carrying) setCarrying({ from: spot, over: null });
    else if (spotWord(carrying.from) === spotWord(spot)) setCarrying(null);
    else setCarrying({ ...carrying, over: spot });
  };
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
              <WeekMovement
                key={number}
                own={own}
                day={day}
                name={seen.called(own.id)}
                carried={carrying?.from ?? null}
                over={
                  carrying?.over?.day === day && carrying.over.block === own.block && carrying.over.place === own.place
                }
                movable={moves.may && !entry.locked}
                onCarry={carry}
              />
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
