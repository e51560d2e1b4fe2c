import type { Query, QueryClient, QueryKey } from '@tanstack/react-query';

/** For what is asked of one version: a write leaves it as it was, and asks for the next one by itself. */
export const OF_VERSION = { ofVersion: true };

/**
 * What is done after a write: look at everything below the keys anew. A write that went well is only over
 * when the page shows it; one that failed is over at once, so that its button comes back.
 */
export function lookAnew(client: QueryClient, ...keys: QueryKey[]) {
  return async (_: unknown, error: Error | null): Promise<void> => {
    const looking = Promise.all(keys.map((queryKey) => anew(client, queryKey)));
    if (!error) await looking;
  };
}

/** What is on its way for the first time was perhaps read before the write, and would not be asked for again. */
async function anew(client: QueryClient, queryKey: QueryKey): Promise<void> {
  const ours = (query: Query) => !query.meta?.ofVersion;
  const first = (query: Query) => query.state.data === undefined && query.state.fetchStatus !== 'idle';
  await client.cancelQueries({ queryKey, predicate: (query) => ours(query) && first(query) });
  await client.invalidateQueries({ queryKey, predicate: ours });
}
