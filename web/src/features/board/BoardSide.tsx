import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { memo } from 'react';

import { Balance } from './Balance';
import { BodyColumn } from './BodyColumn';
import { GiveWeek } from './GiveWeek';
import { VolumeSteps } from './VolumeSteps';
import { GroupedFindings } from '~/features/findings';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';

interface Props {
  board: Schemas['Board'];
  week: number | null;
  onWeek: (week: number | null) => void;
}

/** Figures and findings beside the board; another lens leaves them as they are. */
export const BoardSide = memo(function BoardSide({ board, week, onWeek }: Props) {
  const director = useIsDirector();
  const volume = week === null ? board.volume : board.week_volumes[week];
  const title = week === null ? 'whole series' : `week ${week + 1}`;
  const shown = board.findings.filter((finding) => week === null || finding.week === week);
  return (
    <>
      <VolumeSteps board={board} week={week} />
      <Flex align="center" gap="2" my="1.5">
        <Text fontWeight="600">{title[0]?.toUpperCase() + title.slice(1)}</Text>
        <Button
          size="2xs"
          variant="outline"
          ml="auto"
          aria-pressed={week === null}
          onClick={() => onWeek(week === null ? 0 : null)}
        >
          {week === null ? 'Week 1' : 'Whole series'}
        </Button>
      </Flex>
      {director && week !== null && board.classes.length > 0 && <GiveWeek key={week} series={board.id} week={week} />}
      {volume ? <BodyColumn volume={volume} title={title} /> : <Text color="soft">No classes in this week yet.</Text>}
      {volume && <Balance volume={volume} load={week === null ? undefined : board.week_loads[week]} />}
      <Box mt="2" pt="2" borderTop="1px solid" borderColor="line">
        {board.classes.length > 0 && <GroupedFindings series={board.id} version={board.version} findings={shown} />}
      </Box>
    </>
  );
});
