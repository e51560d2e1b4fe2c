import { Box, Button, Flex, Heading, Input, NativeSelect } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link as RouterLink } from 'react-router';

import { CopyText } from './CopyText';
import { templatesOptions, useTemplateWrites } from './api';
import type { Schemas } from '~/shared/http/client';
import { Trouble } from '~/shared/ui/States';

/** Keep this class under a name or as a shape, put another in its place, or bring one from a file. */
export function Templates({ detail }: { detail: Schemas['ClassDetail'] }) {
  const list = useQuery(templatesOptions);
  const [name, setName] = useState('');
  const [chosen, setChosen] = useState('');
  const file = useRef<HTMLInputElement>(null);
  const { keep, use, bring } = useTemplateWrites(detail.series, detail.slot, detail.version);
  const error = keep.error ?? use.error ?? bring.error;
  return (
    <Box my="2">
      <Heading as="h2" size="sm">
        Templates
      </Heading>
      <Flex gap="2" mt="1">
        <Input
          size="xs"
          aria-label="Name of the template"
          placeholder="Name"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <Button
          size="xs"
          variant="outline"
          disabled={!name.trim() || keep.isPending}
          onClick={() => keep.mutate(name, { onSuccess: () => setName('') })}
        >
          Keep this class
        </Button>
      </Flex>
      <Flex gap="2" mt="1">
        <NativeSelect.Root size="xs">
          <NativeSelect.Field aria-label="Template" value={chosen} onChange={(event) => setChosen(event.target.value)}>
            <option value="">{list.data?.length ? 'Choose a template' : 'None kept yet'}</option>
            {list.data?.map((template) => (
              <option key={template.id} value={template.id}>
                {template.name} ({template.format_name}, {template.movements})
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Button
          size="xs"
          variant="outline"
          disabled={!chosen || detail.locked || use.isPending}
          onClick={() => use.mutate(Number(chosen))}
        >
          Use it here
        </Button>
      </Flex>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        hidden
        aria-label="Class document"
        onChange={(event) => {
          const picked = event.target.files?.[0];
          if (picked) void picked.text().then((text) => bring.mutate(text));
          event.target.value = '';
        }}
      />
      <Flex gap="2" mt="1" wrap="wrap">
        <Button
          size="xs"
          variant="outline"
          disabled={detail.locked || bring.isPending}
          onClick={() => file.current?.click()}
        >
          Bring a class from a file
        </Button>
        <CopyText detail={detail} />
        <Button asChild size="xs" variant="outline">
          <RouterLink to={`/shapes/new?series=${detail.series}&slot=${detail.slot}`}>
            Make a shape of this class
          </RouterLink>
        </Button>
      </Flex>
      {error && <Trouble error={error} />}
    </Box>
  );
}
