import { Box, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { useNews } from './useNews';

interface Props {
  series: number;
  /** What of it this page shows, as others read it: "week 2 Monday". */
  place: string;
  version: number;
}

/** Who else is at this series, and what they changed since the page was opened. */
export function Beside({ series, place, version }: Props) {
  const news = useNews(series, place, version);
  const [opened] = useState(version);
  if (!news) return null;
  const changed = news.by !== '' && news.version > opened;
  if (!changed && !news.present.length) return null;
  const there = news.present.map((one) => `${one.name} (${one.place})`).join(', ');
  return (
    <Box role="status" fontSize="xs" display="flex" gap="3" flexWrap="wrap" data-live={news.version}>
      {there && <Text color="harebellInk">● Also here: {there}</Text>}
      {changed && (
        <Text color="soft">
          Changed by {news.by}: {news.label}
        </Text>
      )}
    </Box>
  );
}
