import { Flex, Input, Text } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Repeat, Trash2 } from 'lucide-react';
import { useState } from 'react';

import { type Item, withValue } from './document';
import { Tool } from './EditBlock';
import { EditPasses } from './EditPasses';
import { LIST_OF_MOVEMENTS } from './MovementNames';
import { Amount, LEVELS, Pick, SIDES } from './Pick';
import { idOf } from '~/shared/http/made';
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
  const [text, setText] = useState<string | null>(null);
  const more = Object.keys(item).filter((key) => !SHOWN.has(key));
  const set = (name: string, value: unknown) => onItem(withValue(item, name, value));
  const pick = (typed: string) => {
    const found = idOf(typed, [...movements.values()]);
    // What is a name already may go on: "Squat" is on the way to "Squat with upright row".
    setText(typed);
    onItem({ ...item, movement: found ?? typed });
  };
  return (
    <>
      <Flex align="center" gap="2" py="0.5" borderTop="1px solid" borderColor="line" fontSize="xs">
        <Input
          size="xs"
          w="64"
          list={LIST_OF_MOVEMENTS}
          aria-label={`Name of ${label}`}
          placeholder="Squat, or: Squat with upright row"
          aria-invalid={!movement}
          value={text ?? movement?.name ?? item.movement}
          onChange={(event) => pick(event.target.value)}
          onBlur={() => movement && setText(null)}
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
            onClick={() => onItem({ ...item, passes: [{}, {}] })}
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
