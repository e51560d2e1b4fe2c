import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { shortenedOptions, useClassWrites } from './api';
import { CutOrder, keptOrder } from './CutOrder';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { clock } from '~/shared/format/time';
import { Trouble } from '~/shared/ui/States';

/** What goes when the class must be shorter: shown first, then cut. */
export function Shorten({ detail }: { detail: Schemas['ClassDetail'] }) {
  const director = useIsDirector();
  const [minutes, setMinutes] = useState(NaN);
  const [order, setOrder] = useState(keptOrder);
  const cut = useQuery(shortenedOptions(detail.series, detail.slot, detail.version, minutes, order));
  const { shorten } = useClassWrites(detail.series, detail.slot, detail.version);
  const error = cut.error ?? shorten.error;
  return (
    <Box my="2">
      <Heading as="h2" size="sm">
        Less time
      </Heading>
      <Flex align="center" gap="2" mt="1">
        <Text asChild>
          <label htmlFor="minutes-less">Minutes to save</label>
        </Text>
        <Input
          id="minutes-less"
          type="number"
          size="xs"
          w="16"
          min={1}
          max={60}
          value={Number.isNaN(minutes) ? '' : minutes}
          onChange={(event) => setMinutes(event.target.valueAsNumber)}
        />
        {director && cut.data?.reached && (
          <Button
            size="xs"
            variant="outline"
            disabled={detail.locked || shorten.isPending}
            onClick={() => shorten.mutate({ minutes, order })}
          >
            Cut to {clock(cut.data.seconds)}
          </Button>
        )}
      </Flex>
      {cut.data && (
        <Text fontSize="xs" color={cut.data.reached ? 'soft' : 'rowanInk'} mt="1">
          {cut.data.cuts.join('; ') || 'Nothing can be cut'}.
          {cut.data.reached
            ? ' Sides, focus and cool-down stay.'
            : ` That leaves ${clock(cut.data.seconds)}; more would cost sides, focus or cool-down.`}
        </Text>
      )}
      {[...(cut.data?.breaks ?? []), ...(cut.data?.misses ?? [])].length > 0 && (
        <Box fontSize="xs" mt="1">
          {cut.data?.breaks.map((line) => (
            <Text key={line} color="rowanInk">
              Then no longer kept: {line}
            </Text>
          ))}
          {cut.data?.misses.map((line) => (
            <Text key={line} color="lichenInk">
              Then an aim is missed: {line}
            </Text>
          ))}
        </Box>
      )}
      <CutOrder order={order} onOrder={setOrder} />
      {error && <Trouble error={error} />}
    </Box>
  );
}
