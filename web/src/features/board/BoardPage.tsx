import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { memo, useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';

import { boardOptions, useHistory } from './api';
import { Balance } from './Balance';
import { BoardGrid } from './BoardGrid';
import { BodyColumn } from './BodyColumn';
import { ComingBack } from './ComingBack';
import { CertificateLine } from './CertificateLine';
import { type Lens } from './lens';
import { BoardLinks } from './BoardLinks';
import { BeingPlanned, KeptPlan } from './BesideBoard';
import { LensPicker } from './LensPicker';
import { PlanMenu } from './PlanMenu';
import { VolumeSteps } from './VolumeSteps';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { Findings } from '~/features/findings';
import { Fold } from '~/shared/ui/Fold';
import { Trouble, Waiting } from '~/shared/ui/States';
import { UndoRedo } from '~/shared/ui/UndoRedo';

export function BoardPage() {
  const id = Number(useParams().id);
  const board = useQuery(boardOptions(id));
  if (!board.data && board.error) return <Trouble error={board.error} onRetry={() => void board.refetch()} />;
  if (!board.data) return <Waiting what="Laying out the board" />;
  const run = board.data.run;
  // With nothing to read yet, the page of the run is the one to look at.
  if (run !== null && run !== undefined && !board.data.classes.length)
    return <Navigate to={`/series/${id}/runs/${run}`} replace />;
  return <LoadedBoard board={board.data} />;
}

function LoadedBoard({ board }: { board: Schemas['Board'] }) {
  const [lens, setLens] = useState<Lens>('focus');
  const [week, setWeek] = useState<number | null>(0);
  return (
    <Flex gap="5" align="flex-start">
      <Box flex="1" minW="0">
        <BoardHead board={board} week={week} />
        <LensPicker lens={lens} onLens={setLens} />
        <BoardGrid board={board} lens={lens} week={week} onWeek={setWeek} />
        {board.classes.length > 0 && (
          <Fold mt="2" title="What comes back, and asks for more">
            {() => <ComingBack series={board.id} version={board.version} weeks={board.weeks} />}
          </Fold>
        )}
      </Box>
      <BoardSide board={board} week={week} onWeek={setWeek} />
    </Flex>
  );
}

interface SideProps {
  board: Schemas['Board'];
  week: number | null;
  onWeek: (week: number | null) => void;
}

/** Figures and findings beside the board; another lens leaves them as they are. */
const BoardSide = memo(function BoardSide({ board, week, onWeek }: SideProps) {
  const volume = week === null ? board.volume : board.week_volumes[week];
  const title = week === null ? 'whole series' : `week ${week + 1}`;
  const shown = board.findings.filter((finding) => week === null || finding.week === week);
  return (
    <Box
      as="aside"
      aria-label="Volume and balance"
      w="96"
      flexShrink="0"
      bg="panel"
      border="1px solid"
      borderColor="line"
      p="3"
    >
      <VolumeSteps board={board} week={week} />
      <Flex align="center" gap="2" my="1.5">
        <Text fontWeight="600">{title[0]?.toUpperCase() + title.slice(1)}</Text>
        <Button
          size="2xs"
          variant="outline"
          ml="auto"
          aria-pressed={week === null}
          onClick={() => onWeek(week === null ? 0 : null)}
        >
          {week === null ? 'Week 1' : 'Whole series'}
        </Button>
      </Flex>
      {volume ? <BodyColumn volume={volume} title={title} /> : <Text color="soft">No classes in this week yet.</Text>}
      {volume && <Balance volume={volume} load={week === null ? undefined : board.week_loads[week]} />}
      <Box mt="2" pt="2" borderTop="1px solid" borderColor="line">
        {board.classes.length > 0 && <Findings series={board.id} version={board.version} findings={shown} />}
      </Box>
    </Box>
  );
});

const BoardHead = memo(function BoardHead({ board, week }: { board: Schemas['Board']; week: number | null }) {
  const director = useIsDirector();
  const navigate = useNavigate();
  const { undo, redo } = useHistory(board.id, board.version);
  const error = undo.error ?? redo.error;
  return (
    <>
      <Flex align="center" gap="2">
        <Box>
          <Heading as="h1" size="xl">
            {board.name}
          </Heading>
          <CertificateLine board={board} />
          {board.classes.length > 0 && <BoardLinks board={board} />}
        </Box>
        {director && (
          <Flex ml="auto" gap="2">
            <UndoRedo
              undo={board.undo}
              redo={board.redo}
              busy={undo.isPending || redo.isPending}
              onUndo={undo.mutate}
              onRedo={redo.mutate}
            />
            {!board.classes.length && (
              <Button size="sm" variant="outline" onClick={() => void navigate(`/series/${board.id}/setup`)}>
                Change set-up
              </Button>
            )}
            <PlanMenu board={board} week={week} />
          </Flex>
        )}
      </Flex>
      {error && <Trouble error={error} />}
      {typeof board.run === 'number' && <BeingPlanned series={board.id} run={board.run} />}
      {board.kept && <KeptPlan board={board} kept={board.kept} />}
    </>
  );
});
