import { useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

import { floorOptions, shorterOptions } from './api';
import { classOptions, keptOrder } from '~/features/bench';
import { IN_REACH } from '~/shared/http/onPhone';
import { catalogueOptions, movementsOptions } from '~/shared/http/vocabulary';

/** Whether all that a class is taught with is on this machine; where it is not, it is fetched. */
export function useKeptClass(series: number, slot: number): boolean {
  const client = useQueryClient();
  const floor = useQuery(floorOptions(series, slot));
  const needed = useQueries({
    queries: [{ ...classOptions(series, slot), gcTime: IN_REACH }, movementsOptions, catalogueOptions],
  });
  const cues = floor.data?.cues;
  useEffect(() => {
    if (!cues) return;
    const blocks = new Set(cues.filter((cue) => cue.kind === 'work').flatMap((cue) => [cue.block, cue.block + 1]));
    const fetchAll = async () => {
      // One after the other: each is worked out anew, and nobody waits for them yet.
      for (const block of blocks) await client.prefetchQuery(shorterOptions(series, slot, block, keptOrder()));
    };
    void fetchAll();
  }, [client, cues, series, slot]);
  return cues !== undefined && needed.every((one) => one.data !== undefined);
}
