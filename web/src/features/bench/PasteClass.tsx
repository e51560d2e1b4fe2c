import { Box, Button, Flex, NativeSelect, Text, Textarea } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { type Block, type Item, newRow, partOf } from '~/features/edit';
import { partTitle } from '~/shared/format/blocks';
import { data, http, type Schemas } from '~/shared/http/client';
import { formatsOptions } from '~/shared/http/vocabulary';
import { Trouble } from '~/shared/ui/States';

type Line = Schemas['ReadLineModel'];

/** What a movement is in that stands before any part. */
const FIRST = 'circuit';

/** A class from lines that were typed or pasted: read, every guess shown, then added to the edit. */
export function PasteClass({ onAdd }: { onAdd: (blocks: Block[]) => void }) {
  const { data: forms } = useQuery(formatsOptions);
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<Record<number, string>>({});
  const read = useMutation({
    mutationFn: (lines: string) => data(http.POST('/api/class-text', { body: { text: lines } })),
    onSuccess: () => setChosen({}),
  });
  const lines = read.data ?? [];
  const picks = lines.map((line, place) => chosen[place] ?? line.guesses[0]?.movement ?? '');
  const blocks = forms ? blocksOf(lines, picks, forms) : [];
  const movements = blocks.reduce((sum, block) => sum + (block.items ?? []).length, 0);
  if (!open)
    return (
      <Button size="xs" variant="outline" onClick={() => setOpen(true)}>
        Paste a class
      </Button>
    );
  return (
    <Box as="section" aria-label="Paste a class" p="3" bg="panel" border="1px solid" borderColor="line">
      <Textarea
        autoFocus
        size="sm"
        w="full"
        p="2"
        bg="page"
        border="1px solid"
        borderColor="strong"
        rows={6}
        maxLength={20000}
        aria-label="Lines of a class"
        placeholder={'Warm-up:\nHip circle 30 s\nLift 3 x 10\nGoblet squat\nBent-over row 12'}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Flex gap="2" my="2" wrap="wrap">
        <Button
          size="xs"
          variant="outline"
          disabled={!text.trim()}
          loading={read.isPending}
          onClick={() => read.mutate(text)}
        >
          Read it
        </Button>
        <Button
          size="xs"
          bg="action"
          color="onAction"
          disabled={movements === 0}
          onClick={() => {
            onAdd(blocks);
            setOpen(false);
            setText('');
            read.reset();
          }}
        >
          Add {movements} {movements === 1 ? 'movement' : 'movements'}
        </Button>
        <Button size="xs" variant="outline" onClick={() => setOpen(false)}>
          Close
        </Button>
      </Flex>
      {read.error && <Trouble error={read.error} />}
      <Box as="ul" listStyleType="none" aria-live="polite">
        {lines.map((line, place) => (
          <ReadLine
            key={place}
            line={line}
            chosen={picks[place] ?? ''}
            onChoose={(movement) => setChosen({ ...chosen, [place]: movement })}
          />
        ))}
      </Box>
    </Box>
  );
}

interface LineProps {
  line: Line;
  chosen: string;
  onChoose: (movement: string) => void;
}

function ReadLine({ line, chosen, onChoose }: LineProps) {
  return (
    <Flex as="li" gap="3" py="1" align="center" borderTop="1px solid" borderColor="line" fontSize="xs" wrap="wrap">
      <Text flex="1" minW="32" color="soft">
        {line.line}
      </Text>
      {line.kind === 'part' && <Text fontWeight="600">{partTitle({ purpose: line.part })}</Text>}
      {line.kind === 'unknown' && <Text color="rowanInk">▲ left out: no movement is like this</Text>}
      {line.kind === 'movement' && (
        <Flex gap="2" align="center">
          {!line.sure && <Text color="lichenInk">a guess:</Text>}
          <NativeSelect.Root size="xs" w="56">
            <NativeSelect.Field
              aria-label={`What “${line.line}” is`}
              value={chosen}
              onChange={(event) => onChoose(event.target.value)}
            >
              {line.guesses.map((guess) => (
                <option key={guess.movement} value={guess.movement}>
                  {guess.name}
                </option>
              ))}
              <option value="">Leave it out</option>
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
          <Text fontFamily="mono" w="14">
            {line.reps !== null ? `× ${line.reps}` : line.seconds !== null ? `${line.seconds} s` : ''}
          </Text>
        </Flex>
      )}
    </Flex>
  );
}

/** The parts that lines make, each in the format that usually goes with it. */
function blocksOf(lines: readonly Line[], picks: readonly string[], forms: Schemas['FormatModel'][]): Block[] {
  const out: Block[] = [];
  lines.forEach((line, place) => {
    if (line.kind === 'part') out.push(withSets(partOf(line.part, forms), line.sets));
    const movement = picks[place];
    if (line.kind !== 'movement' || !movement) return;
    const last = out.at(-1) ?? partOf(FIRST, forms);
    if (out.length === 0) out.push(last);
    const item: Item = { movement, row: newRow() };
    if (line.reps !== null) item.reps = line.reps;
    else if (line.seconds !== null) item.seconds = line.seconds;
    last.items = [...(last.items ?? []), item];
    if (line.sets !== null) out[out.length - 1] = withSets(last, line.sets);
  });
  return out.map((block) => ({ ...block, row: newRow() }));
}

function withSets(block: Block, sets: number | null): Block {
  if (sets === null || typeof block.format.sets !== 'number') return block;
  return { ...block, format: { ...block.format, sets } };
}
