import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { ChevronLeft, ChevronRight, Columns3, Lock, LockOpen, Play, Printer, Shuffle } from 'lucide-react';
import { Link as RouterLink } from 'react-router';

import { useHistory } from '~/features/board';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { againstSlot, clock, DAYS, shortDate } from '~/shared/format/time';
import { UndoRedo } from '~/shared/ui/UndoRedo';

interface Props {
  detail: Schemas['ClassDetail'];
  busy: boolean;
  /** Whether there is an edit that is not put in: what changes the stored class waits for it. */
  drafted: boolean;
  onLock: (locked: boolean) => void;
  onRefill: () => void;
}

export function ClassHead({ detail, busy, drafted, onLock, onRefill }: Props) {
  const director = useIsDirector();
  const { undo, redo } = useHistory(detail.series, detail.version);
  const over = detail.real_seconds > detail.slot_seconds;
  const session = detail.sessions[0];
  return (
    <Flex align="center" gap="2" mb="2" wrap={{ base: 'wrap', lg: 'nowrap' }}>
      <Box>
        <Text color="soft">
          <Link asChild color="soft" textDecoration="underline">
            <RouterLink to={`/series/${detail.series}`}>{detail.series_name}</RouterLink>
          </Link>{' '}
          · week {detail.week + 1}, {DAYS[detail.weekday]} {shortDate(detail.date)}
          {session ? ` · ${session.starts_at.slice(11, 16)}, ${session.instructor ?? 'no instructor yet'}` : ''}
        </Text>
        <Heading as="h1" size="xl">
          {detail.name}
        </Heading>
      </Box>
      <Box ml="5" role="status">
        <Text fontFamily="mono" fontSize="lg" lineHeight="1.1">
          {clock(detail.real_seconds)}
        </Text>
        <Text fontSize="xs" color={over ? 'rowanInk' : 'soft'}>
          {againstSlot(detail.real_seconds, detail.slot_seconds)} of {clock(detail.slot_seconds)}
        </Text>
      </Box>
      <Flex ml="auto" gap="1.5" align="center" wrap={{ base: 'wrap', lg: 'nowrap' }}>
        {director && (
          <>
            <UndoRedo
              undo={detail.undo}
              redo={detail.redo}
              busy={busy || drafted || undo.isPending || redo.isPending}
              onUndo={undo.mutate}
              onRedo={redo.mutate}
            />
            <Button
              size="sm"
              variant="outline"
              aria-pressed={detail.locked}
              disabled={busy}
              onClick={() => onLock(!detail.locked)}
            >
              {detail.locked ? <Lock /> : <LockOpen />}
              {detail.locked ? 'Unlock' : 'Lock'}
            </Button>
            <Button size="sm" variant="outline" disabled={busy || drafted || detail.locked} onClick={onRefill}>
              <Shuffle /> Re-fill
            </Button>
            {!detail.locked && (
              <Button asChild size="sm" variant="outline">
                <RouterLink to={`/series/${detail.series}/classes/${detail.slot}/choices`}>
                  <Columns3 /> Choices
                </RouterLink>
              </Button>
            )}
          </>
        )}
        <Button asChild size="sm" variant="outline">
          <RouterLink to={`/series/${detail.series}/classes/${detail.slot}/teach`}>
            <Play /> Teach
          </RouterLink>
        </Button>
        <Button asChild size="sm" variant="outline">
          <RouterLink to={`/series/${detail.series}/classes/${detail.slot}/sheet`}>
            <Printer /> Run sheet
          </RouterLink>
        </Button>
        <Step to={detail.previous} series={detail.series} label="Class before" icon={<ChevronLeft />} />
        <Step to={detail.next} series={detail.series} label="Class after" icon={<ChevronRight />} />
      </Flex>
    </Flex>
  );
}

function Step({
  to,
  series,
  label,
  icon,
}: {
  to: number | null | undefined;
  series: number;
  label: string;
  icon: React.ReactNode;
}) {
  if (to === null || to === undefined) return null;
  return (
    <Button asChild size="sm" variant="ghost" px="1">
      <RouterLink to={`/series/${series}/classes/${to}`} aria-label={label}>
        {icon}
      </RouterLink>
    </Button>
  );
}
