import { Box, Button, Flex, Heading, NativeSelect } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';

import type { Block } from './document';
import { moved, replaced } from '~/shared/format/lists';
import { newRow } from './draft';
import { EditItem } from './EditItem';
import { WorkChoices } from './WorkChoices';
import { PURPOSES, ROLES } from '~/shared/format/blocks';
import { formatsFor, startOf, withValue } from '~/shared/format/formats';
import type { Schemas } from '~/shared/http/client';
import { Parameters } from '~/shared/ui/Parameters';
import { Pick } from '~/shared/ui/Pick';
import { Tool } from '~/shared/ui/Tool';

interface Props {
  number: number;
  block: Block;
  forms: Schemas['FormatModel'][];
  first: boolean;
  last: boolean;
  onBlock: (block: Block | null) => void;
  onMove: (by: number) => void;
}

export function EditBlock({ number, block, forms, first, last, onBlock, onMove }: Props) {
  const form = forms.find((entry) => entry.kind === block.format.kind);
  const items = block.items ?? [];
  const set = (part: Partial<Block>) => onBlock({ ...block, ...part });
  const choose = (kind: string) => {
    const next = forms.find((entry) => entry.kind === kind);
    if (next) set({ format: startOf(next) });
  };
  const name = `block ${number}`;
  return (
    <Box as="section" aria-label={`Block ${number}`} mb="3" p="3" bg="panel" border="1px solid" borderColor="line">
      <Flex align="center" gap="3" mb="2">
        <Heading as="h2" size="sm" w="28">
          {number}. {new Map(Object.entries(PURPOSES)).get(block.purpose) ?? block.purpose}
        </Heading>
        <NativeSelect.Root size="xs" w="52">
          <NativeSelect.Field
            aria-label={`Format of ${name}`}
            value={block.format.kind}
            onChange={(event) => choose(event.target.value)}
          >
            {formatsFor(block.purpose, forms).map((entry) => (
              <option key={entry.kind} value={entry.kind}>
                {entry.name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        {block.purpose === 'work' && (
          <Pick
            label={`What ${name} is for`}
            width="28"
            value={block.role ?? ''}
            options={[['', 'no role'], ...Object.entries(ROLES)]}
            onValue={(value) => onBlock(withValue(block, 'role', value))}
          />
        )}
        <Flex ml="auto">
          <Tool label={`Move ${name} up`} icon={<ArrowUp />} disabled={first} onClick={() => onMove(-1)} />
          <Tool label={`Move ${name} down`} icon={<ArrowDown />} disabled={last} onClick={() => onMove(1)} />
          <Tool label={`Take ${name} out`} icon={<Trash2 />} onClick={() => onBlock(null)} />
        </Flex>
      </Flex>
      {block.purpose === 'work' && <WorkChoices block={block} name={name} onBlock={onBlock} />}
      {form && <Parameters form={form} values={block.format} onValues={(format) => set({ format })} />}
      {items.map((item, place) => (
        <EditItem
          key={String(item.row ?? place)}
          label={`movement ${place + 1} of ${name}`}
          item={item}
          first={place === 0}
          last={place === items.length - 1}
          combined={block.format.kind === 'add-on'}
          onItem={(next) => set({ items: replaced(items, place, next) })}
          onMove={(by) => set({ items: moved(items, place, by) })}
        />
      ))}
      {form && items.length < form.most && (
        <Button
          size="xs"
          variant="outline"
          mt="1"
          onClick={() => set({ items: [...items, { movement: '', row: newRow() }] })}
        >
          Add a movement
        </Button>
      )}
    </Box>
  );
}
