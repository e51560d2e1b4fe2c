import { Box, Button, Flex, Heading, NativeSelect, Text } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Lock, LockOpen, Shuffle, Trash2 } from 'lucide-react';

import { AddMovement } from './AddMovement';
import { EditDoes } from './EditDoes';
import type { Desk } from './useDesk';
import type { PartActs } from './usePartActs';
import { type Block, WorkChoices } from '~/features/edit';
import { blockTitle, blockWords, partTitle, ROLES } from '~/shared/format/blocks';
import { formatsFor, startOf, withValue } from '~/shared/format/formats';
import { clock } from '~/shared/format/time';
import type { Schemas } from '~/shared/http/client';
import { useMovements } from '~/shared/http/vocabulary';
import { Parameters } from '~/shared/ui/Parameters';
import { Pick } from '~/shared/ui/Pick';
import { Stations } from '~/shared/ui/Stations';
import { Tool } from '~/shared/ui/Tool';

interface Props {
  desk: Desk;
  number: number;
  block: Block;
  told: Schemas['BlockModel'] | undefined;
  forms: Schemas['FormatModel'][];
  acts: PartActs;
  may: boolean;
  /** Whether the part was added just now, so that movements are typed at once. */
  fresh: boolean;
  /** Re-fill or lock the part as it is stored; null while there is an edit that is not put in. */
  stored: { onRefill: () => void; onLock: (locked: boolean) => void; busy: boolean } | null;
}

/** A part: what it is for, how it runs, and what can be done with it as a whole. */
export function PartPanel({ desk, number, block, told, forms, acts, may, fresh, stored }: Props) {
  const movements = useMovements();
  const name = (id: string) => movements.get(id)?.name ?? id;
  const label = `part ${number + 1}`;
  return (
    <Box>
      <Heading as="h2" size="md">
        {told ? blockTitle(told) : partTitle(block)}
      </Heading>
      {told && (
        <Text color="soft" fontSize="xs" mb="2">
          {blockWords(told, name)}. {clock(told.start)} to {clock(told.end)}.
        </Text>
      )}
      {told && told.stations.length > 0 && <Stations stations={told.stations} />}
      {may && <EditPart number={number} name={label} block={block} forms={forms} acts={acts} fresh={fresh} />}
      <EditDoes desk={desk} />
      {may && block.purpose === 'work' && (
        <Flex gap="2" mt="3" wrap="wrap">
          <Button
            size="xs"
            variant="outline"
            disabled={!stored || stored.busy || told?.locked}
            title={stored ? undefined : 'Put your edit in, or leave it, first'}
            onClick={() => stored?.onRefill()}
          >
            <Shuffle /> Other movements
          </Button>
          <Button
            size="xs"
            variant="outline"
            disabled={!stored || stored.busy}
            aria-pressed={told?.locked ?? false}
            onClick={() => stored?.onLock(!told?.locked)}
          >
            {told?.locked ? <Lock /> : <LockOpen />} {told?.locked ? 'Unlock this part' : 'Lock this part'}
          </Button>
        </Flex>
      )}
    </Box>
  );
}

interface EditProps {
  number: number;
  name: string;
  block: Block;
  forms: Schemas['FormatModel'][];
  acts: PartActs;
  fresh: boolean;
}

function EditPart({ number, name, block, forms, acts, fresh }: EditProps) {
  const form = forms.find((entry) => entry.kind === block.format.kind);
  const set = (next: Block) => acts.setBlock(number, next);
  const choose = (kind: string) => {
    const next = forms.find((entry) => entry.kind === kind);
    if (next) set({ ...block, format: startOf(next) });
  };
  return (
    <Box>
      <Flex align="center" gap="2" mb="2">
        <NativeSelect.Root size="xs" flex="1">
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
            onValue={(value) => set(withValue(block, 'role', value))}
          />
        )}
        <Flex>
          <Tool label={`Move ${name} up`} icon={<ArrowUp />} onClick={() => acts.moveBlock(number, -1)} />
          <Tool label={`Move ${name} down`} icon={<ArrowDown />} onClick={() => acts.moveBlock(number, 1)} />
          <Tool label={`Take ${name} out`} icon={<Trash2 />} onClick={() => acts.takeBlock(number)} />
        </Flex>
      </Flex>
      {form && <Parameters form={form} values={block.format} onValues={(format) => set({ ...block, format })} />}
      {block.purpose === 'work' && <WorkChoices block={block} name={name} onBlock={set} />}
      {form && (block.items ?? []).length < form.most && (
        <AddMovement
          key={fresh ? 'fresh' : 'there'}
          label={`Add a movement to ${name}`}
          begin={fresh}
          onAdd={(item) => acts.addItem(number, item)}
        />
      )}
    </Box>
  );
}
