import { Box, Button, Field, Flex, Input, Text } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

import { personOf, putBy, send, willCome } from './outbox';
import { meOptions } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { coverToken } from '~/shared/http/cover';
import { Problem } from '~/shared/http/problem';
import { lookAnew } from '~/shared/http/settled';
import { Trouble } from '~/shared/ui/States';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  series: number;
  slot: number;
  /** Null: nobody was put down for it; then whoever records it taught it. */
  session: Schemas['SessionModel'] | null;
  startsAt: string;
  minutes: number;
  /** What was timed and noted on the floor; then fields are large, for a phone. */
  /** The mean of a strap that was worn on the floor. */
  pulse?: number | null;
  taught?: Pick<Schemas['RecordModel'], 'marks' | 'otherwise' | 'complaints'>;
  /** ``waits``: it was put by on this machine, since the server could not be reached. */
  onKept: (waits: boolean) => void;
  onLeave: () => void;
}

const EFFORTS = [...Array(11).keys()];

/** What a session really was: minutes, effort, people, a note, and what was timed and noted on the way. */
export function RecordForm({ series, slot, session, startsAt, minutes, taught, pulse, onKept, onLeave }: Props) {
  const [values, setValues] = useState({
    minutes: String(session?.minutes ?? minutes),
    effort: session?.effort == null ? '' : String(session.effort),
    heads: session?.heads == null ? '' : String(session.heads),
    pulse: String(session?.pulse ?? pulse ?? ''),
    note: session?.note ?? '',
    taught_by: '',
  });
  const token = coverToken();
  const me = useQuery({ ...meOptions, enabled: !token });
  const client = useQueryClient();
  const record = useMutation({ mutationFn: send, onSettled: lookAnew(client, ['series', series], ['mine']) });
  const faults = record.error instanceof Problem ? record.error.fields : {};
  const number = (text: string) => (text.trim() === '' ? null : Number(text));
  const large = taught !== undefined;
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    const body = {
      minutes: number(values.minutes) ?? 0,
      effort: number(values.effort),
      heads: number(values.heads),
      pulse: number(values.pulse),
      note: values.note,
      // Another that came meanwhile is not written over unseen.
      over: session?.kept_at ?? null,
      // A correction leaves what was timed and noted on the floor as it is.
      marks: taught?.marks ?? null,
      otherwise: taught?.otherwise ?? null,
      complaints: taught?.complaints ?? null,
    };
    const cover = token ? { token, name: values.taught_by } : undefined;
    const entry = { series, slot, session: session?.id ?? null, startsAt, body, cover };
    record.mutate(entry, {
      onSuccess: () => onKept(false),
      onError: (error) => {
        const person = token ? personOf(token) : me.data?.sign_in_name;
        if (!willCome(error) || !large || !person) return;
        putBy({ ...entry, id: crypto.randomUUID(), person, refused: '' });
        onKept(true);
      },
    });
  };
  const field = (name: keyof typeof values, label: string, width: string, type = 'number') => (
    <Field.Root w={width} invalid={Boolean(faults[name])}>
      <Field.Label fontSize={large ? 'md' : 'xs'}>{label}</Field.Label>
      <Input
        size={large ? 'lg' : 'xs'}
        type={type}
        inputMode={type === 'number' ? 'decimal' : undefined}
        step="any"
        bg="panel"
        value={values[name]}
        onChange={(event) => setValues({ ...values, [name]: event.target.value })}
      />
      {faults[name] && <Field.ErrorText color="rowanInk">{faults[name]}</Field.ErrorText>}
    </Field.Root>
  );
  return (
    <Box as="form" aria-label="Record" onSubmit={submit} my="1">
      <Flex gap={large ? '4' : '2'} align="flex-start" wrap="wrap">
        {token && field('taught_by', 'Your name', 'full', 'text')}
        {field('minutes', 'Minutes', large ? '28' : '20')}
        {field('effort', 'Effort, 0 to 10', large ? '36' : '24')}
        {field('heads', 'People', large ? '28' : '16')}
        {values.pulse !== '' && field('pulse', 'Mean pulse', large ? '28' : '20')}
        {large && (
          <Flex gap="1.5" wrap="wrap" role="group" aria-label="Effort">
            {EFFORTS.map((effort) => (
              <Toggle
                key={effort}
                size="md"
                minW="11"
                on={values.effort === String(effort)}
                onToggle={() => setValues({ ...values, effort: String(effort) })}
              >
                {effort}
              </Toggle>
            ))}
          </Flex>
        )}
        {field('note', 'Note', 'full', 'text')}
      </Flex>
      <Text fontSize={large ? 'md' : 'xs'} color="soft" mt="1">
        Effort: how hard the class was for the group, 0 rest to 10 all out.
        {(taught?.marks?.length ?? 0) > 0 && ` ${taught?.marks?.length} timed stretches go with it.`}
      </Text>
      {record.error && Object.keys(faults).length === 0 && <Trouble error={record.error} />}
      <Flex gap="2" mt={large ? '4' : '1'}>
        <Button
          type="submit"
          size={large ? 'xl' : 'xs'}
          flex={large ? '1' : undefined}
          bg="action"
          color="onAction"
          loading={record.isPending}
        >
          Keep the record
        </Button>
        <Button size={large ? 'xl' : 'xs'} variant="outline" onClick={onLeave}>
          {large ? 'Later' : 'Leave it'}
        </Button>
      </Flex>
    </Box>
  );
}
