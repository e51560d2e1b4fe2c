import { Box, Button, Flex, Heading, Input, Link, NativeSelect, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';

import { blockOf, type ClassDocument } from './document';
import { PURPOSES } from '~/shared/format/blocks';
import { moved, replaced } from '~/shared/format/lists';
import { newRow, useDraft, withoutIds } from './draft';
import { EditBlock } from './EditBlock';
import { MovementNames } from './MovementNames';
import { Overtaken } from './Overtaken';
import { classOptions, documentOptions, useTemplateWrites } from '~/features/bench';
import { moment } from '~/shared/format/time';
import type { Schemas } from '~/shared/http/client';
import { catalogueOptions, formatsOptions, useVocabulary } from '~/shared/http/vocabulary';
import { Pick } from '~/shared/ui/Pick';
import { Trouble, Waiting } from '~/shared/ui/States';

/** A class written by hand: blocks, formats with their parameters, movements. */
export function EditPage() {
  const params = useParams();
  const [series, slot] = [Number(params.id), Number(params.slot)];
  const detail = useQuery(classOptions(series, slot));
  const forms = useQuery(formatsOptions);
  const document = useQuery(documentOptions(series, slot));
  const words = useVocabulary();
  const error = detail.error ?? forms.error ?? document.error ?? words.error;
  // What is open stays open: a draft outlives an outage and another's change.
  if (detail.data && forms.data && document.data && words.ready) {
    const fetching = detail.isFetching || document.isFetching;
    return (
      <Editor
        key={slot}
        detail={detail.data}
        forms={forms.data}
        current={document.data as ClassDocument}
        fetching={fetching}
      />
    );
  }
  if (error) return <Trouble error={error} onRetry={() => void detail.refetch()} />;
  return <Waiting what="Opening the class" />;
}

interface Props {
  detail: Schemas['ClassDetail'];
  forms: Schemas['FormatModel'][];
  /** The class as it is stored now. */
  current: ClassDocument;
  /** Whether that is being asked for anew, so that it may be another in a moment. */
  fetching: boolean;
}

function Editor({ detail, forms, current, fetching }: Props) {
  const draft = useDraft(detail.series, detail.date, current);
  const { design, set: setDesign } = draft;
  const [adds, setAdds] = useState('work');
  const { data: catalogue } = useQuery(catalogueOptions);
  const { put } = useTemplateWrites(detail.series, detail.slot, detail.version, 'hand');
  const navigate = useNavigate();
  const back = `/series/${detail.series}/classes/${detail.slot}`;
  const store = () =>
    put.mutate(withoutIds(design), {
      onSuccess: () => {
        draft.forget();
        void navigate(back);
      },
    });
  const goOn = (how: () => void) => {
    put.reset();
    how();
  };
  const setBlocks = (blocks: ClassDocument['blocks']) => setDesign({ ...design, blocks });
  return (
    <Box maxW="5xl" mx="auto">
      <MovementNames />
      <Flex align="center" gap="3" mb="2" position="sticky" top="0" bg="page" zIndex="1" py="1">
        <Heading as="h1" size="xl">
          Edit week {detail.week + 1}, {detail.name.toLowerCase()}
        </Heading>
        <Button
          ml="auto"
          size="sm"
          bg="action"
          color="onAction"
          loading={put.isPending}
          disabled={detail.locked || draft.overtaken || fetching}
          onClick={store}
        >
          Put it in
        </Button>
        <Button asChild size="sm" variant="outline">
          <RouterLink to={back}>Leave as it was</RouterLink>
        </Button>
      </Flex>
      {detail.locked && (
        <Text color="rowanInk">
          This class is locked.{' '}
          <Link asChild textDecoration="underline">
            <RouterLink to={back}>Unlock it first.</RouterLink>
          </Link>
        </Text>
      )}
      {put.error && !draft.overtaken && <Trouble error={put.error} />}
      {draft.overtaken && (
        <Overtaken
          detail={detail}
          mine={withoutIds(design)}
          theirs={current}
          onTop={() => goOn(draft.onTop)}
          onLeave={() => goOn(draft.startAnew)}
        />
      )}
      {draft.at && (
        <Text fontSize="xs" color="soft" mb="2" role="status">
          Not put in yet. Your edit is kept in this browser, last typed {moment(draft.at)}.{' '}
          <Link as="button" textDecoration="underline" onClick={draft.startAnew}>
            Start again from the class as it is
          </Link>
        </Text>
      )}
      <Flex gap="3" mb="3">
        <Input
          size="sm"
          bg="panel"
          w="80"
          aria-label="Name of the class"
          value={design.name}
          onChange={(event) => setDesign({ ...design, name: event.target.value })}
        />
        <NativeSelect.Root size="sm" w="52">
          <NativeSelect.Field
            bg="panel"
            aria-label="Focus"
            value={design.focus}
            onChange={(event) => setDesign({ ...design, focus: event.target.value })}
          >
            {catalogue?.focuses.map((focus) => (
              <option key={focus.id} value={focus.id}>
                {focus.name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Flex>
      {design.blocks.map((block, place) => (
        <EditBlock
          key={String(block.row ?? place)}
          number={place + 1}
          block={block}
          forms={forms}
          onBlock={(next) => setBlocks(replaced(design.blocks, place, next))}
          onMove={(by) => setBlocks(moved(design.blocks, place, by))}
          first={place === 0}
          last={place === design.blocks.length - 1}
        />
      ))}
      <Flex gap="2" my="3">
        <Pick label="Kind of block" width="40" value={adds} options={Object.entries(PURPOSES)} onValue={setAdds} />
        <Button
          size="sm"
          variant="outline"
          onClick={() => setBlocks([...design.blocks, { ...blockOf(adds, forms), row: newRow() }])}
        >
          Add a block at the end
        </Button>
      </Flex>
    </Box>
  );
}
