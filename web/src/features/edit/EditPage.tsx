import { Box, Button, Flex, Heading, Input, Link, NativeSelect, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';

import { blockOf, type ClassDocument, moved, PURPOSES, replaced } from './document';
import { EditBlock } from './EditBlock';
import { MovementNames } from './MovementNames';
import { classOptions, documentOptions, formatsOptions, useTemplateWrites } from '~/features/bench';
import type { Schemas } from '~/shared/http/client';
import { catalogueOptions } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

/** A class written by hand: blocks, formats with their parameters, movements. */
export function EditPage() {
  const params = useParams();
  const [series, slot] = [Number(params.id), Number(params.slot)];
  const detail = useQuery(classOptions(series, slot));
  const forms = useQuery(formatsOptions);
  const version = detail.data?.version ?? 0;
  const document = useQuery({ ...documentOptions(series, slot, version), enabled: version > 0 });
  const error = detail.error ?? forms.error ?? document.error;
  if (error) return <Trouble error={error} />;
  if (!detail.data || !forms.data || !document.data) return <Waiting what="Opening the class" />;
  return <Editor key={version} detail={detail.data} forms={forms.data} first={document.data as ClassDocument} />;
}

interface Props {
  detail: Schemas['ClassDetail'];
  forms: Schemas['FormatModel'][];
  first: ClassDocument;
}

function Editor({ detail, forms, first }: Props) {
  const [design, setDesign] = useState(first);
  const [adds, setAdds] = useState('work');
  const { data: catalogue } = useQuery(catalogueOptions);
  const { put } = useTemplateWrites(detail.series, detail.slot, detail.version);
  const navigate = useNavigate();
  const back = `/series/${detail.series}/classes/${detail.slot}`;
  // Not a callback of the write: the page is made anew when the class changes, and it would be lost.
  const store = () => put.mutateAsync(design).then(() => navigate(back), () => undefined);
  const setBlocks = (blocks: ClassDocument['blocks']) => setDesign({ ...design, blocks });
  return (
    <Box maxW="5xl" mx="auto">
      <MovementNames />
      <Flex align="center" gap="3" mb="2" position="sticky" top="0" bg="page" zIndex="1" py="1">
        <Heading as="h1" size="xl">
          Edit week {detail.week + 1}, {detail.name.toLowerCase()}
        </Heading>
        <Button ml="auto" size="sm" bg="action" color="onAction" loading={put.isPending} disabled={detail.locked} onClick={() => void store()}>
          Put it in
        </Button>
        <Button asChild size="sm" variant="outline">
          <RouterLink to={back}>Leave as it was</RouterLink>
        </Button>
      </Flex>
      {detail.locked && <Text color="rowanInk">This class is locked. <Link asChild textDecoration="underline"><RouterLink to={back}>Unlock it first.</RouterLink></Link></Text>}
      {put.error && <Trouble error={put.error} />}
      <Flex gap="3" mb="3">
        <Input size="sm" bg="panel" w="80" aria-label="Name of the class" value={design.name} onChange={(event) => setDesign({ ...design, name: event.target.value })} />
        <NativeSelect.Root size="sm" w="52">
          <NativeSelect.Field bg="panel" aria-label="Focus" value={design.focus} onChange={(event) => setDesign({ ...design, focus: event.target.value })}>
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
          key={place}
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
        <NativeSelect.Root size="sm" w="40">
          <NativeSelect.Field bg="panel" aria-label="Kind of block" value={adds} onChange={(event) => setAdds(event.target.value)}>
            {Object.entries(PURPOSES).map(([id, purpose]) => (
              <option key={id} value={id}>
                {purpose.name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Button size="sm" variant="outline" onClick={() => setBlocks([...design.blocks, blockOf(adds, forms)])}>
          Add a block at the end
        </Button>
      </Flex>
    </Box>
  );
}
