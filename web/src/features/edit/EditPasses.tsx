import { Button, chakra, Flex, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';

import type { Item, Round } from './document';
import { withDose, withValue } from '~/shared/format/formats';
import { Tool } from '~/shared/ui/Tool';
import { Amount, LEVELS, SIDES } from './Controls';
import { Pick } from '~/shared/ui/Pick';
import { newRow } from './draft';
import { MovementInput } from './MovementInput';
import { replaced } from '~/shared/format/lists';
import { useMovements } from '~/shared/http/vocabulary';

interface Props {
  label: string;
  item: Item;
  onItem: (item: Item) => void;
}

const SAME = ['', 'no change'];

/** What changes from round to round of one movement; the last round stays in force. */
export function EditPasses({ label, item, onItem }: Props) {
  const rounds = item.passes ?? [];
  const put = (next: Round[]) => onItem(withValue(item, 'passes', next.length > 0 ? next : ''));
  return (
    <>
      {rounds.map((round, index) => (
        <EditRound
          key={String(round.row ?? index)}
          label={`round ${index + 1} of ${label}`}
          number={index + 1}
          round={round}
          base={item.movement}
          onRound={(next) => put(replaced(rounds, index, next))}
        />
      ))}
      {rounds.length > 0 && (
        <Button size="2xs" variant="ghost" ml="6" onClick={() => put([...rounds, { row: newRow() }])}>
          Change another round
        </Button>
      )}
    </>
  );
}

interface RoundProps {
  label: string;
  number: number;
  round: Round;
  /** The movement of the item, where the round names no other. */
  base: string;
  onRound: (round: Round | null) => void;
}

function EditRound({ label, number, round, base, onRound }: RoundProps) {
  const movement = useMovements().get(round.movement ?? base);
  const set = (name: string, value: unknown) => onRound(withValue(round, name, value));
  return (
    <Flex align="center" wrap="wrap" gap="2" py="0.5" pl="6" fontSize="xs">
      <Text w="12">round {number}</Text>
      <Amount name="reps" item={round} onValue={(value) => onRound(withDose(round, 'reps', value))} label={label} />
      <Amount
        name="seconds"
        item={round}
        onValue={(value) => onRound(withDose(round, 'seconds', value))}
        label={label}
      />
      <Amount name="rest seconds" item={round} onValue={(value) => set('rest_seconds', value)} label={label} />
      <Amount name="load step" item={round} onValue={(value) => set('load_step', value)} label={label} />
      <Pick
        label={`Level of ${label}`}
        width="24"
        value={round.level ?? ''}
        options={[SAME, ...LEVELS]}
        onValue={(value) => set('level', value)}
      />
      {movement?.sides === 'one-sided' && (
        <Pick
          label={`Sides of ${label}`}
          width="32"
          value={round.handling ?? ''}
          options={[SAME, ...SIDES]}
          onValue={(value) => set('handling', value)}
        />
      )}
      <chakra.label display="flex" alignItems="center" gap="1">
        <input
          type="checkbox"
          checked={round.pace === 'still'}
          onChange={(event) => set('pace', event.target.checked ? 'still' : '')}
        />
        held
      </chakra.label>
      <MovementInput
        label={`Other movement in ${label}`}
        placeholder="the same movement"
        width="36"
        value={round.movement ?? ''}
        empty
        onValue={(value) => set('movement', value)}
      />
      <Tool label={`Take ${label} out`} icon={<Trash2 />} onClick={() => onRound(null)} />
    </Flex>
  );
}
