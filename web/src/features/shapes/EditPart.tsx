import { Box, chakra, Flex, Heading, Input } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';

import { type ShapePart, TAKES } from './document';
import { ROLES } from '~/shared/format/blocks';
import { formatsFor, startOf } from '~/shared/format/formats';
import { toggled } from '~/shared/format/lists';
import type { Schemas } from '~/shared/http/client';
import { numbersOf, Parameters } from '~/shared/ui/Parameters';
import { Pick } from '~/shared/ui/Pick';
import { Toggle } from '~/shared/ui/Toggle';
import { Tool } from '~/shared/ui/Tool';

interface Props {
  number: number;
  part: ShapePart;
  forms: Schemas['FormatModel'][];
  first: boolean;
  last: boolean;
  onPart: (part: ShapePart | null) => void;
  onMove: (by: number) => void;
}

/** One part of a shape: what it is for, its theme, what it takes, its format, how many it holds. */
export function EditPart({ number, part, forms, first, last, onPart, onMove }: Props) {
  const form = forms.find((entry) => entry.kind === part.format.kind);
  const name = `part ${number}`;
  const set = (change: Partial<ShapePart>) => onPart({ ...part, ...change });
  const choose = (kind: string) => {
    const next = forms.find((entry) => entry.kind === kind);
    // How often is said by the new format until somebody says otherwise.
    if (next) set({ format: startOf(next), times: [], sizes: part.sizes.filter((size) => fits(size, next)) });
  };
  return (
    <Box as="section" aria-label={`Part ${number}`} mb="3" p="3" bg="panel" border="1px solid" borderColor="line">
      <Flex align="center" gap="3" mb="2" wrap="wrap">
        <Heading as="h2" size="sm">
          {number}.
        </Heading>
        <Pick
          label={`What ${name} is for`}
          width="32"
          value={part.role}
          options={Object.entries(ROLES)}
          onValue={(role) => set({ role })}
        />
        <Input
          size="xs"
          w="64"
          aria-label={`Theme of ${name}`}
          placeholder="What it is about: push and pull"
          maxLength={200}
          value={part.theme}
          onChange={(event) => set({ theme: event.target.value })}
        />
        <Flex ml="auto">
          <Tool label={`Move ${name} up`} icon={<ArrowUp />} disabled={first} onClick={() => onMove(-1)} />
          <Tool label={`Move ${name} down`} icon={<ArrowDown />} disabled={last} onClick={() => onMove(1)} />
          <Tool label={`Take ${name} out`} icon={<Trash2 />} disabled={first && last} onClick={() => onPart(null)} />
        </Flex>
      </Flex>
      <Flex gap="1" wrap="wrap" mb="2" align="center" role="group" aria-label={`What ${name} takes`}>
        <chakra.span fontSize="xs" mr="1">
          takes
        </chakra.span>
        {TAKES.map(([id, words]) => (
          <Toggle key={id} on={part.takes.includes(id)} onToggle={() => set({ takes: toggled(part.takes, id) })}>
            {words}
          </Toggle>
        ))}
      </Flex>
      <Flex gap="3" wrap="wrap" align="center" mb="2">
        <Pick
          label={`Format of ${name}`}
          width="44"
          value={part.format.kind}
          options={formatsFor('work', forms).map((entry) => [entry.kind, entry.name])}
          onValue={choose}
        />
        <Counts
          words="movements"
          label={`Movements of ${name}`}
          values={part.sizes}
          onValues={(sizes) => set({ sizes: sizes.length ? sizes : part.sizes })}
        />
        <Counts
          words="how often"
          label={`How often in ${name}`}
          values={part.times ?? []}
          empty="as set below"
          onValues={(times) => set({ times })}
        />
        <chakra.label fontSize="xs" display="flex" alignItems="center" gap="1">
          blocks like it
          <Input
            type="number"
            size="2xs"
            w="14"
            min={1}
            max={6}
            aria-label={`Blocks of ${name}`}
            value={part.blocks}
            onChange={(event) => set({ blocks: event.target.valueAsNumber || 1 })}
          />
        </chakra.label>
      </Flex>
      {form && <Parameters form={form} values={part.format} onValues={(format) => set({ format })} />}
    </Box>
  );
}

function fits(size: number, form: Schemas['FormatModel']): boolean {
  return size >= form.least && size <= form.most && size % form.multiple === 0;
}

interface CountsProps {
  words: string;
  label: string;
  values: number[];
  empty?: string;
  onValues: (values: number[]) => void;
}

/** Whole numbers of which one is chosen to fit a class. */
function Counts({ words, label, values, empty = '', onValues }: CountsProps) {
  const text = values.join(', ');
  return (
    <chakra.label fontSize="xs" display="flex" alignItems="center" gap="1">
      {words}
      <Input
        key={text}
        size="2xs"
        w="28"
        aria-label={label}
        placeholder={empty}
        defaultValue={text}
        onBlur={(event) => onValues(numbersOf(event.target.value))}
      />
    </chakra.label>
  );
}
