import { Flex, Text } from '@chakra-ui/react';

import type { Schemas } from '~/shared/http/client';
import { figure } from '~/shared/format/time';

const PAIRS = [
  ['push', 'pull'],
  ['front', 'back'],
  ['knee', 'hip'],
] as const;

/** The pairs and regions that a director would otherwise count by hand. */
export function Balance({
  volume,
  load,
}: {
  volume: Schemas['BodyVolume'];
  load?: Schemas['WeekLoadModel'] | undefined;
}) {
  const total = Object.values(volume.regions).reduce((sum, sets) => sum + sets, 0);
  const share = (region: string) => (total ? Math.round((100 * (volume.regions[region] ?? 0)) / total) : 0);
  return (
    <Flex wrap="wrap" columnGap="4" rowGap="0.5" fontSize="xs" mt="1">
      {PAIRS.map(([one, other]) => (
        <Text key={one} color="soft">
          {one} : {other}{' '}
          <Text as="span" fontFamily="mono" color="ink">
            {figure(volume.pairs[one] ?? 0)} : {figure(volume.pairs[other] ?? 0)}
          </Text>
        </Text>
      ))}
      <Text color="soft">
        lower, upper, core{' '}
        <Text as="span" fontFamily="mono" color="ink">
          {share('lower')} {share('upper')} {share('core')} %
        </Text>
      </Text>
      {load && (
        <Text
          color="soft"
          title="Effort times minutes as planned; monotony is the mean day over its spread, strain is load times monotony"
        >
          load{' '}
          <Text as="span" fontFamily="mono" color="ink">
            {load.total}
          </Text>
          , monotony{' '}
          <Text as="span" fontFamily="mono" color="ink">
            {load.monotony ?? 'none'}
          </Text>
          , strain{' '}
          <Text as="span" fontFamily="mono" color="ink">
            {load.strain ?? 'none'}
          </Text>
        </Text>
      )}
    </Flex>
  );
}
