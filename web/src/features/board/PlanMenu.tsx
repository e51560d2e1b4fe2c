import { Button, Flex, NativeSelect } from '@chakra-ui/react';
import { useState } from 'react';
import { useNavigate } from 'react-router';

import { useStartRun } from './api';
import type { Schemas } from '~/shared/http/client';
import { Trouble } from '~/shared/ui/States';

/** Plan the series, a week of it, or the rest from a week on; or repair it with least change. */
export function PlanMenu({ board, week }: { board: Schemas['Board']; week: number | null }) {
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<string | null>(null);
  const start = useStartRun(board.id, (run) => void navigate(`/series/${board.id}/runs/${run}`));
  const shown = week ?? 0;
  const first = board.classes.find((entry) => entry.week === shown);
  const unplanned = board.classes.length > 0 && board.classes.length < board.slots.length;
  const broken = board.findings.some((finding) => finding.mode === 'must');
  const usual = unplanned ? 'rest' : broken ? 'repair' : 'all';
  const what = chosen ?? usual;
  const begin = () => {
    const version = board.version;
    if (what === 'repair') start.mutate({ version, repair: true });
    else if (what === 'rest') start.mutate({ version, part: { kind: 'rest', value: 0 } });
    else if (what === 'week') start.mutate({ version, part: { kind: 'week', value: shown } });
    else if (what === 'from' && first) start.mutate({ version, part: { kind: 'from', value: 0, day: first.date } });
    else start.mutate({ version });
  };
  return (
    <>
      <Flex gap="1" maxW="full">
        {board.classes.length > 0 && (
          <NativeSelect.Root size="sm" w="56" minW="0">
            <NativeSelect.Field
              bg="panel"
              aria-label="What to plan"
              value={what}
              onChange={(event) => setChosen(event.target.value)}
            >
              {unplanned && <option value="rest">The days without a class</option>}
              <option value="all">The whole series</option>
              <option value="week">Week {shown + 1} only</option>
              <option value="from">From week {shown + 1} on</option>
              <option value="repair">Repair with least change</option>
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        )}
        <Button size="sm" flexShrink="0" bg="action" color="onAction" loading={start.isPending} onClick={begin}>
          {what === 'repair'
            ? 'Repair'
            : what === 'rest'
              ? 'Plan the rest'
              : board.classes.length
                ? 'Plan again'
                : 'Plan'}
        </Button>
      </Flex>
      {start.error && <Trouble error={start.error} />}
    </>
  );
}
