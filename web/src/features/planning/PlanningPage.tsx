import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';

import { FilledWeeks } from './FilledWeeks';
import { type RunNews, useRunEvents } from './useRunEvents';
import { useIsDirector } from '~/features/signin';
import { points } from '~/shared/format/time';
import { data, http } from '~/shared/http/client';
import { Trouble } from '~/shared/ui/States';

export function PlanningPage() {
  const params = useParams();
  const series = Number(params.id);
  const run = Number(params.run);
  const news = useRunEvents(run, series);
  const navigate = useNavigate();
  useEffect(() => {
    if (news.end?.state === 'done') void navigate(`/series/${series}`, { replace: true });
  }, [news.end, navigate, series]);
  return (
    <Box maxW="6xl" mx="auto">
      {news.end && news.end.state !== 'done' ? (
        <Ended news={news} series={series} />
      ) : (
        <UnderWay news={news} run={run} />
      )}
    </Box>
  );
}

function UnderWay({ news, run }: { news: RunNews; run: number }) {
  const director = useIsDirector();
  const { data: asked } = useQuery({
    queryKey: ['run', run],
    queryFn: () => data(http.GET('/api/runs/{run_id}', { params: { path: { run_id: run } } })),
  });
  const stop = useMutation({
    mutationFn: () => data(http.POST('/api/runs/{run_id}/stop', { params: { path: { run_id: run } } })),
  });
  return (
    <>
      <Heading as="h1" size="2xl">
        {asked?.label || 'Planning'}
      </Heading>
      <Text role="status" color="soft" mb="4">
        {stop.isSuccess ? 'Stopping. The weeks that are filled are kept.' : `${news.stage}.`}{' '}
        {standing(news, asked?.weeks ?? [])}
      </Text>
      <FilledWeeks filled={news.filled} total={news.total} done={news.done} planned={asked?.weeks ?? []} />
      {!news.connected && (
        <Text color="lichenInk">The connection is gone for the moment. Planning goes on; this page will catch up.</Text>
      )}
      {stop.error && <Trouble error={stop.error} />}
      {director && (
        <Button variant="outline" disabled={stop.isPending || stop.isSuccess} onClick={() => stop.mutate()}>
          Stop and keep what there is
        </Button>
      )}
    </>
  );
}

/** How far a run is; ``part``: the weeks of which anything is planned, none where that is all of them. */
function standing(news: RunNews, part: number[]): string {
  const done = part.length ? part.filter((week) => week < news.done).length : news.done;
  if (news.cost === null || !done) return '';
  const of = part.length || news.total;
  const weeks = `${done} of ${of} ${of === 1 ? 'week' : 'weeks'} filled`;
  if (news.cost === 0) return `${weeks}, every rule kept so far.`;
  const bound = news.bound
    ? ` At least ${news.bound} cannot be avoided: no movement for it is allowed here.`
    : ' Nothing says yet that this is the least possible.';
  return `${weeks}; aims are missed by ${points(news.cost)} so far.${bound}`;
}

const TITLES: Record<string, string> = {
  none: 'No plan was found',
  stopped: 'Stopped',
  beside: 'Planned, and kept beside the series',
};

function Ended({ news, series }: { news: RunNews; series: number }) {
  const none = news.end?.state === 'none';
  const impossible = none && news.end?.status === 'impossible';
  const ways = news.end?.ways ?? [];
  const reasons = news.end?.why ?? [];
  return (
    <Box role="alert">
      <Heading as="h1" size="2xl" mb="2">
        {impossible ? 'No plan can keep every must rule' : (TITLES[news.end?.state ?? ''] ?? 'Planning ended early')}
      </Heading>
      {!none && <Text>{news.end?.message ?? 'Nothing was changed.'}</Text>}
      {reasons.map((line) => (
        <Text key={line} mb="2">
          {line}
        </Text>
      ))}
      <Lines title="What would help" lines={ways} />
      <Lines title="Besides" lines={news.end?.notes ?? []} />
      <Flex gap="2" mt="4">
        {none && (
          <Button asChild bg="action" color="onAction">
            <RouterLink to={`/series/${series}/setup`}>Change the set-up</RouterLink>
          </Button>
        )}
        <Button asChild variant="outline">
          <RouterLink to={`/series/${series}`}>Go to the board</RouterLink>
        </Button>
      </Flex>
    </Box>
  );
}

function Lines({ title, lines }: { title: string; lines: string[] }) {
  if (!lines.length) return null;
  return (
    <Box mt="3">
      <Heading as="h2" size="sm">
        {title}
      </Heading>
      <Box as="ul" pl="5" listStyleType="disc">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
    </Box>
  );
}
