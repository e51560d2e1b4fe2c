import { Flex, Text } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Repeat, Trash2 } from 'lucide-react';

import type { Item } from './document';
import { withValue } from '~/shared/format/formats';
import { Tool } from '~/shared/ui/Tool';
import { EditPasses } from './EditPasses';
import { Amount, LEVELS, SIDES } from './Controls';
import { Pick } from '~/shared/ui/Pick';
import { newRow } from './draft';
import { MovementInput } from './MovementInput';
import { useMovements } from '~/shared/http/vocabulary';

const SHOWN = new Set(['movement', 'handling', 'level', 'reps', 'seconds', 'load_step', 'row', 'passes', 'counts']);

interface Props {
  label: string;
  item: Item;
  first: boolean;
  last: boolean;
  /** Whether its block is a combination, whose parts are counted. */
  combined: boolean;
  onItem: (item: Item | null) => void;
  onMove: (by: number) => void;
}

/** One movement of a block: which, how often or how long, at which level, and how sides go. */
export function EditItem({ label, item, first, last, combined, onItem, onMove }: Props) {
  const movements = useMovements();
  const movement = movements.get(item.movement);
  const more = Object.keys(item).filter((key) => !SHOWN.has(key));
  const set = (name: string, value: unknown) => onItem(withValue(item, name, value));
  return (
    <>
      <Flex align="center" gap="2" py="0.5" borderTop="1px solid" borderColor="line" fontSize="xs">
        <MovementInput
          label={`Name of ${label}`}
          placeholder="Squat, or: Squat with upright row"
          width="64"
          value={item.movement}
          onValue={(value) => onItem({ ...item, movement: value })}
        />
        <Amount name="reps" item={item} onValue={(value) => set('reps', value)} label={label} />
        <Amount name="seconds" item={item} onValue={(value) => set('seconds', value)} label={label} />
        <Amount name="load step" item={item} onValue={(value) => set('load_step', value)} label={label} />
        <Pick
          label={`Level of ${label}`}
          width="24"
          value={item.level ?? 'main'}
          options={LEVELS}
          onValue={(value) => set('level', value)}
        />
        {movement?.sides === 'one-sided' && (
          <Pick
            label={`Sides of ${label}`}
            width="40"
            value={item.handling ?? 'two-bouts'}
            options={SIDES}
            onValue={(value) => set('handling', value)}
          />
        )}
        {more.length > 0 && <Text color="soft">with {more.map((key) => key.replace(/_/g, ' ')).join(', ')}</Text>}
        {combined && <Amount name="counts" item={item} onValue={(value) => set('counts', value)} label={label} />}
        <Flex ml="auto">
          <Tool
            label={`Change ${label} from round to round`}
            icon={<Repeat />}
            disabled={(item.passes ?? []).length > 0}
            onClick={() => onItem({ ...item, passes: [{ row: newRow() }, { row: newRow() }] })}
          />
          <Tool label={`Move ${label} up`} icon={<ArrowUp />} disabled={first} onClick={() => onMove(-1)} />
          <Tool label={`Move ${label} down`} icon={<ArrowDown />} disabled={last} onClick={() => onMove(1)} />
          <Tool label={`Take ${label} out`} icon={<Trash2 />} onClick={() => onItem(null)} />
        </Flex>
      </Flex>
      <EditPasses label={label} item={item} onItem={onItem} />
    </>
  );
}
