import { Flex, Link } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';

import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';

/** What else can be done with a series. */
export function BoardLinks({ board }: { board: Schemas['Board'] }) {
  const director = useIsDirector();
  const to = (path: string, words: string) => (
    <Link asChild color="soft" textDecoration="underline" display="inline-flex" alignItems="center" minH="7">
      <RouterLink to={`/series/${board.id}/${path}`}>{words}</RouterLink>
    </Link>
  );
  return (
    <Flex columnGap="3" wrap="wrap" fontSize="xs">
      {director && to('setup', 'Set-up')}
      {to('what-ifs', 'What if')}
      {director && to('days', 'Days and kit')}
      {to('done', 'What was done')}
      {to('pace', 'Pace')}
      {to('history', 'History')}
      {to('sheets?week=1', 'Run sheets')}
      {to('export', 'Export')}
    </Flex>
  );
}
