import { Box, Heading, Link, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';

import { isOpen, type Series } from './api';
import { DeleteSeries } from './DeleteSeries';
import { Shelf } from './Shelf';
import { useIsDirector } from '~/features/signin';
import { DAYS, shortDate } from '~/shared/format/time';

const STATUS: Record<string, string> = {
  best: 'Planned; by the rules nothing can be better',
  within: 'Planned, close to the best possible',
  unknown: 'Planned',
  nearest: 'Planned; some musts gave way',
  stopped: 'Planned, stopped early',
};

const ENDS: Record<string, string> = {
  none: 'no plan was found.',
  stopped: 'it was stopped.',
  beside: 'the plan is kept beside the series.',
};

interface Props {
  series: Series;
  chosen: boolean | undefined;
  onChoose: (id: number) => void;
}

/** A series in the list; `chosen` undefined: nothing is being chosen. */
export function SeriesCard({ series, chosen, onChoose }: Props) {
  const director = useIsDirector();
  const days = series.weekdays.map((day) => DAYS[day]?.slice(0, 3)).join(', ');
  const planned = series.classes ? (STATUS[series.status ?? ''] ?? 'Planned, edited by hand') : 'Not planned yet';
  return (
    <Box
      bg="panel"
      borderLeft="4px solid"
      borderColor={series.classes ? 'fernInk' : 'lichenInk'}
      p="4"
      mb="3"
      clipPath="polygon(0 0, calc(100% - 18px) 0, 100% 18px, 100% 100%, 0 100%)"
    >
      <Heading as="h2" size="lg" display="flex" gap="2">
        {chosen !== undefined && (
          <input
            type="checkbox"
            aria-label={`Plan ${series.name}`}
            checked={chosen}
            disabled={isOpen(series)}
            onChange={() => onChoose(series.id)}
          />
        )}
        <Link asChild color="ink">
          <RouterLink to={`/series/${series.id}`}>{series.name}</RouterLink>
        </Link>
        {director && chosen === undefined && <DeleteSeries series={series} />}
      </Heading>
      <Text color="soft">
        {series.weeks} weeks from {shortDate(series.start)} · {days} · {series.minutes} minutes · {series.room}
        {series.site ? `, ${series.site}` : ''} · {series.classes} of {series.slots} classes
      </Text>
      <Text color={series.classes ? 'fernInk' : 'lichenInk'}>{planned}</Text>
      <LastRun series={series} />
      {director && chosen === undefined && <Shelf series={series} />}
      {!director && series.tags.length > 0 && <Text fontSize="xs">{series.tags.join(', ')}</Text>}
    </Box>
  );
}

/** What is under way, or what the last run came to where it put no plan in. */
function LastRun({ series }: { series: Series }) {
  const run = series.run;
  if (!run || run.state === 'done') return null;
  if (isOpen(series)) {
    return (
      <Text role="status">
        <Link asChild textDecoration="underline">
          <RouterLink to={`/series/${series.id}/runs/${run.id}`}>
            {run.state === 'waiting' ? 'Waits for its turn to be planned' : 'Is being planned'}
          </RouterLink>
        </Link>
      </Text>
    );
  }
  return (
    <Text color="lichenInk" fontSize="sm">
      Last planning: {ENDS[run.state] ?? 'it ended early.'} {run.words[0]}
    </Text>
  );
}
