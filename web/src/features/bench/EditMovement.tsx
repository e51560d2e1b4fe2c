import { Box, Flex, Text } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Repeat, Trash2 } from 'lucide-react';

import type { PartActs } from './usePartActs';
import { Amount, EditPasses, type Item, LEVELS, MovementInput, newRow, SIDES } from '~/features/edit';
import { withDose, withValue } from '~/shared/format/formats';
import { useMovements } from '~/shared/http/vocabulary';
import { Pick } from '~/shared/ui/Pick';
import { Tool } from '~/shared/ui/Tool';

const SHOWN = new Set(['movement', 'handling', 'level', 'reps', 'seconds', 'load_step', 'row', 'passes', 'counts']);
const KEPT: Record<string, string> = { carried: 'carried on from the week before', again: 'asked for again' };

interface Props {
  block: number;
  place: number;
  item: Item;
  /** Whether its part is a combination, whose movements are counted. */
  combined: boolean;
  acts: PartActs;
}

/** A movement in its place: which, how often or how long, at which level, how sides go, round by round. */
export function EditMovement({ block, place, item, combined, acts }: Props) {
  const movement = useMovements().get(item.movement);
  const label = `movement ${place + 1} of part ${block + 1}`;
  const more = Object.keys(item).filter((key) => !SHOWN.has(key));
  const set = (name: string, value: unknown) => acts.setItem(block, place, withValue(item, name, value));
  const put = (next: Item) => acts.setItem(block, place, next);
  return (
    <Box fontSize="xs" pb="2" mb="2" borderBottom="1px solid" borderColor="line">
      <Flex align="center" gap="1">
        <MovementInput
          label={`Name of ${label}`}
          placeholder="Squat, or: Squat with upright row"
          width="full"
          value={item.movement}
          onValue={(value) => put({ ...item, movement: value })}
        />
        <Tool
          label={`Change ${label} from round to round`}
          icon={<Repeat />}
          disabled={(item.passes ?? []).length > 0}
          onClick={() => put({ ...item, passes: [{ row: newRow() }, { row: newRow() }] })}
        />
        <Tool label={`Move ${label} up`} icon={<ArrowUp />} onClick={() => acts.moveItem(block, place, -1)} />
        <Tool label={`Move ${label} down`} icon={<ArrowDown />} onClick={() => acts.moveItem(block, place, 1)} />
        <Tool label={`Take ${label} out`} icon={<Trash2 />} onClick={() => acts.setItem(block, place, null)} />
      </Flex>
      <Flex align="center" gap="2" mt="1" wrap="wrap">
        <Amount name="reps" item={item} onValue={(value) => put(withDose(item, 'reps', value))} label={label} />
        <Amount name="seconds" item={item} onValue={(value) => put(withDose(item, 'seconds', value))} label={label} />
        <Amount name="load step" item={item} onValue={(value) => set('load_step', value)} label={label} />
        {combined && <Amount name="counts" item={item} onValue={(value) => set('counts', value)} label={label} />}
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
      </Flex>
      {more.length > 0 && (
        <Text color="soft">Stays: {more.map((key) => KEPT[key] ?? key.replace(/_/g, ' ')).join(', ')}.</Text>
      )}
      <EditPasses label={label} item={item} onItem={put} />
    </Box>
  );
}
