import { Button, Flex, Input } from '@chakra-ui/react';

import type { Narrow, Series } from './api';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  list: readonly Series[];
  narrow: Narrow;
  onNarrow: (narrow: Narrow) => void;
}

/** Words, sites, tags and the archive: forty series are looked through in a moment. */
export function NarrowBar({ list, narrow, onNarrow }: Props) {
  const tags = [...new Set(list.flatMap((series) => series.tags))].sort((one, other) => one.localeCompare(other));
  const sites = [...new Set(list.flatMap((series) => (series.site ? [series.site] : [])))].sort();
  const away = list.filter((series) => series.archived).length;
  return (
    <Flex gap="2" mb="3" align="center" wrap="wrap">
      <Input
        size="sm"
        w="60"
        bg="panel"
        type="search"
        aria-label="Series with these words"
        placeholder="Name, room or tag"
        value={narrow.words}
        onChange={(event) => onNarrow({ ...narrow, words: event.target.value })}
      />
      {sites.length > 1 &&
        sites.map((site) => (
          <Toggle
            key={site}
            on={narrow.site === site}
            onToggle={() => onNarrow({ ...narrow, site: narrow.site === site ? '' : site })}
          >
            {site}
          </Toggle>
        ))}
      {tags.map((tag) => (
        <Toggle
          key={tag}
          on={narrow.tag === tag}
          onToggle={() => onNarrow({ ...narrow, tag: narrow.tag === tag ? '' : tag })}
        >
          {tag}
        </Toggle>
      ))}
      <Button
        size="xs"
        variant="ghost"
        ml="auto"
        aria-pressed={narrow.archive}
        onClick={() => onNarrow({ ...narrow, archive: !narrow.archive })}
      >
        {narrow.archive ? 'Back from the archive' : `Archive (${away})`}
      </Button>
    </Flex>
  );
}
