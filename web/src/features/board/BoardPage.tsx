import { Box, Flex, Heading } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { memo, useCallback, useMemo } from 'react';
import { Navigate, useParams } from 'react-router';

import { boardOptions, useHistory } from './api';
import { BeingPlanned, KeptPlan } from './BesideBoard';
import { BoardGrid } from './BoardGrid';
import { BoardLinks } from './BoardLinks';
import { BoardSide } from './BoardSide';
import type { Look } from './Cell';
import { CarriedPanel } from './CarriedPanel';
import { CertificateLine } from './CertificateLine';
import { ComingBack } from './ComingBack';
import { DraggedClasses } from './DraggedClasses';
import { EverywherePanel } from './EverywherePanel';
import { Legend } from './Legend';
import { LensPicker } from './LensPicker';
import { MovePanel } from './MovePanel';
import { movementAt } from './moves';
import { PickedPanel } from './PickedPanel';
import { PlanMenu } from './PlanMenu';
import { type Seen, seenOf } from './seen';
import { type Moves, useMoves } from './useMoves';
import { useView, type View } from './view';
import { WeekLarge } from './WeekLarge';
import { Beside } from '~/features/live';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { useMovements, useNames, useVocabulary } from '~/shared/http/vocabulary';
import { Fold } from '~/shared/ui/Fold';
import { Trouble, Waiting } from '~/shared/ui/States';
import { Toggle } from '~/shared/ui/Toggle';
import { UndoRedo } from '~/shared/ui/UndoRedo';

export function BoardPage() {
  const id = Number(useParams().id);
  const board = useQuery(boardOptions(id));
  const words = useVocabulary();
  if (!board.data && board.error) return <Trouble error={board.error} onRetry={() => void board.refetch()} />;
  if (!words.ready && words.error) return <Trouble error={words.error} onRetry={words.retry} />;
  if (!board.data || !words.ready) return <Waiting what="Laying out the board" />;
  const run = board.data.run;
  // With nothing to read yet, the page of the run is the one to look at.
  if (run !== null && run !== undefined && !board.data.classes.length)
    return <Navigate to={`/series/${id}/runs/${run}`} replace />;
  return <LoadedBoard board={board.data} />;
}

function LoadedBoard({ board }: { board: Schemas['Board'] }) {
  const director = useIsDirector();
  const [view, setView] = useView(board.weeks);
  const movements = useMovements();
  const name = useNames();
  const seen = useMemo(() => seenOf(board, movements, name), [board, movements, name]);
  const moves = useMoves(board);
  const { lens, sought, only, zoom } = view;
  const look: Look = useMemo(
    () => ({ lens, seen, sought, only, full: zoom === 'parts' }),
    [lens, seen, sought, only, zoom],
  );
  const week = useCallback((chosen: number | null) => setView({ week: chosen }), [setView]);
  return (
    <Flex
      gap="5"
      align="flex-start"
      direction={{ base: 'column', lg: 'row' }}
      onKeyDown={(event) => event.key === 'Escape' && moves.leave()}
    >
      <Box flex="1" minW="0" w="full">
        <BoardHead board={board} week={view.week} />
        <LensPicker view={view} onView={setView} />
        <Legend
          board={board}
          look={look}
          onOnly={(only) => setView({ only })}
          onSought={(sought) => setView({ sought, only: '' })}
        />
        {view.zoom === 'week' ? (
          <WeekLarge board={board} look={look} week={view.week ?? 0} moves={moves} />
        ) : (
          <DraggedClasses moving={moves.moving} onMoving={moves.setMoving} onDrop={moves.drop}>
            <BoardGrid
              board={board}
              look={look}
              week={view.week}
              picked={moves.picked}
              moving={moves.moving}
              movable={director}
              onWeek={week}
              onPick={moves.pick}
              onPickAll={moves.pickAll}
              onOver={moves.over}
              onPut={moves.put}
              onWrite={director ? moves.write : null}
            />
          </DraggedClasses>
        )}
        {view.zoom === 'week' && <WeekChoice board={board} week={view.week ?? 0} onWeek={week} />}
        {board.classes.length > 0 && (
          <Fold mt="2" title="What comes back, and asks for more">
            {() => <ComingBack series={board.id} version={board.version} weeks={board.weeks} />}
          </Fold>
        )}
      </Box>
      <Box
        as="aside"
        aria-label="Volume and balance"
        w={{ base: 'full', lg: '96' }}
        flexShrink="0"
        // Figures stay in sight beside twelve weeks.
        position={{ base: 'static', lg: 'sticky' }}
        top="2"
        maxH={{ lg: 'calc(100dvh - 1rem)' }}
        overflowY={{ lg: 'auto' }}
        bg="panel"
        border="1px solid"
        borderColor="line"
        p="3"
      >
        {moves.error && <Trouble error={moves.error} />}
        <Side board={board} view={view} seen={seen} moves={moves} onWeek={week} />
      </Box>
    </Flex>
  );
}

interface SideProps {
  board: Schemas['Board'];
  view: View;
  seen: Seen;
  moves: Moves;
  onWeek: (week: number | null) => void;
}

/** Beside the board: what is on its way or picked, and otherwise the figures. */
function Side({ board, view, seen, moves, onWeek }: SideProps) {
  if (moves.moving)
    return (
      <MovePanel board={board} moving={moves.moving} onMoving={moves.setMoving} onMake={moves.make} busy={moves.busy} />
    );
  const { carrying } = moves;
  if (carrying)
    return (
      <CarriedPanel
        board={board}
        name={seen.called(movementAt(board, carrying.from) ?? '')}
        carrying={carrying}
        busy={moves.busy}
        onMake={moves.make}
        onLeave={moves.leave}
      />
    );
  if (moves.picked.length)
    return (
      <PickedPanel
        key={moves.picked.join()}
        board={board}
        days={moves.picked}
        several={moves.several}
        onSeveral={moves.setSeveral}
        onPickAll={moves.pickAll}
        onMoving={moves.setMoving}
        onMake={moves.make}
        onLeave={moves.leave}
        busy={moves.busy}
      />
    );
  const figures = <BoardSide board={board} week={view.week} onWeek={onWeek} />;
  if (view.sought?.by !== 'movement' || !moves.may) return figures;
  return (
    <EverywherePanel
      key={view.sought.id}
      board={board}
      seen={seen}
      movement={view.sought.id}
      onMake={moves.make}
      busy={moves.busy}
    >
      {figures}
    </EverywherePanel>
  );
}

function WeekChoice({
  board,
  week,
  onWeek,
}: {
  board: Schemas['Board'];
  week: number;
  onWeek: (week: number) => void;
}) {
  return (
    <Flex gap="1" mt="2" wrap="wrap" role="group" aria-label="Week">
      {Array.from({ length: board.weeks }, (_, own) => (
        <Toggle key={own} on={own === week} onToggle={() => onWeek(own)}>
          Week {own + 1}
        </Toggle>
      ))}
    </Flex>
  );
}

const BoardHead = memo(function BoardHead({ board, week }: { board: Schemas['Board']; week: number | null }) {
  const director = useIsDirector();
  const { undo, redo } = useHistory(board.id, board.version);
  const error = undo.error ?? redo.error;
  return (
    <>
      <Flex align="center" gap="2" wrap={{ base: 'wrap', lg: 'nowrap' }}>
        <Box>
          <Heading as="h1" size="xl">
            {board.name}
          </Heading>
          <CertificateLine board={board} />
          <BoardLinks board={board} />
          <Beside series={board.id} place="the board" version={board.version} />
        </Box>
        {director && (
          <Flex ml="auto" gap="2" wrap="wrap" justify="flex-end">
            <UndoRedo
              undo={board.undo}
              redo={board.redo}
              busy={undo.isPending || redo.isPending}
              onUndo={undo.mutate}
              onRedo={redo.mutate}
            />
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
