import type { QueryClient, QueryKey } from '@tanstack/react-query';

/** For what is asked of one version: a write leaves it as it was, and asks for the next one by itself. */
export const OF_VERSION = { ofVersion: true };

/**
 * What is done after a write: look at everything below the keys anew. A write that went well is only over
 * when the page shows it; one that failed is over at once, so that its button comes back.
 */
export function lookAnew(client: QueryClient, ...keys: QueryKey[]) {
  return async (_: unknown, error: Error | null): Promise<void> => {
    const looking = Promise.all(
      keys.map((queryKey) => client.invalidateQueries({ queryKey, predicate: (query) => !query.meta?.ofVersion })),
    );
    if (!error) await looking;
  };
}
