import { Box, Text } from '@chakra-ui/react';

import { type Change, changesOf, costWords, kitChange, mustWords } from './difference';
import { lookOf } from '~/shared/format/look';
import type { Schemas } from '~/shared/http/client';
import { useNames } from '~/shared/http/vocabulary';
import { againstSlot, DAYS, figure } from '~/shared/format/time';

type Told = Schemas['ConsequencesModel'];

/** What a change does, before it is made: rules, minutes, kit and sets by muscle. `past`: it is made already. */
export function Consequences({ told, past = false }: { told: Told; past?: boolean }) {
  return (
    <Box aria-live="polite" data-consequences={told.label}>
      <Text fontWeight="600" color={told.musts_after > told.musts_before ? 'rowanInk' : 'ink'}>
        {mustWords(told, past)}
      </Text>
      <Text>{costWords(told, past)}</Text>
      <RuleList title="Comes" rules={told.new} />
      <RuleList title="Goes" rules={told.gone} />
      {told.days.length > 0 && <Days days={told.days} />}
      {told.weeks.map((week) => (
        <WeekChanges key={week.week} week={week.week} changes={changesOf(week)} />
      ))}
    </Box>
  );
}

/** A week whose muscles get what they got is not worth a line. */
function WeekChanges({ week, changes }: { week: number; changes: Change[] }) {
  const name = useNames();
  if (!changes.length) return null;
  return (
    <Text fontSize="xs" mt="1">
      <Text as="span" fontWeight="600">
        Sets, week {week + 1}:{' '}
      </Text>
      {changes.map((change) => `${name(change.muscle)} ${signed(change.sets)}`).join(', ')}
    </Text>
  );
}

function RuleList({ title, rules }: { title: string; rules: Told['new'] }) {
  return (
    <Box mt="2">
      <Text fontWeight="600" fontSize="xs" color="soft">
        {title}: {rules.reduce((sum, rule) => sum + rule.count, 0) || 'nothing'}
      </Text>
      <Box as="ul" listStyleType="none">
        {rules.map((rule) => {
          const look = lookOf(rule.mode);
          return (
            <Text as="li" key={rule.rule + rule.mode} fontSize="xs" py="0.5">
              <Text as="span" color={look.ink} fontWeight="600">
                {look.sign} {look.name} {rule.rule}
                {rule.count > 1 && `, ${rule.count} times`}
              </Text>{' '}
              {rule.what.join(' ')}
              {rule.count > rule.what.length && ` And ${rule.count - rule.what.length} more.`}
            </Text>
          );
        })}
      </Box>
    </Box>
  );
}

/** So many days are told one by one. */
const MOST_DAYS = 6;

function Days({ days }: { days: Told['days'] }) {
  const name = useNames();
  return (
    <Box as="ul" listStyleType="none" mt="2" fontSize="xs">
      {days.slice(0, MOST_DAYS).map((day) => {
        const kit = kitChange(day, name);
        const over = day.seconds > day.slot_seconds;
        return (
          <Text as="li" key={day.day} py="0.5">
            <Text as="span" fontWeight="600">
              Week {Math.floor(day.day / 7) + 1} {DAYS[day.day % 7]}:
            </Text>{' '}
            {day.name === null ? (
              'no class'
            ) : (
              <Text as="span" color={over ? 'rowanInk' : undefined}>
                {day.name}, {againstSlot(day.seconds, day.slot_seconds)}
              </Text>
            )}
            {kit && `; ${kit}`}
          </Text>
        );
      })}
      {days.length > MOST_DAYS && (
        <Text as="li" color="soft">
          and {days.length - MOST_DAYS} days more
        </Text>
      )}
    </Box>
  );
}

function signed(sets: number): string {
  return `${sets > 0 ? '+' : '−'}${figure(Math.abs(Math.round(sets * 10) / 10))}`;
}
