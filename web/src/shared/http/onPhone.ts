import {
  dehydrate,
  type DehydratedState,
  hydrate,
  type Query,
  type QueryClient,
  type QueryKey,
} from '@tanstack/react-query';
import { del, get, set } from 'idb-keyval';

import { VERSION } from './version';

/** For what a class is taught with: it is kept on the machine, so that no network is needed on the floor. */
export const ON_PHONE = { onPhone: true };

/** So long (milliseconds) what a class is taught with stays in reach of a page that is open. */
export const IN_REACH = 24 * 3600 * 1000;

const KEY = 'grike-on-phone';
/** What is older is nobody's next class any more. */
const MOST_AGE = 8 * IN_REACH;
const THROTTLE = 1000;

interface Kept {
  version: string;
  at: number;
  state: DehydratedState;
}

const isClass = (key: QueryKey) => key.length === 4 && key[2] === 'class';

/** Whether an answer is kept: what says so, and a class whose cues are there as well. */
function wanted(client: QueryClient, query: Query): boolean {
  if (query.state.status !== 'success') return false;
  if (query.meta?.onPhone) return true;
  return isClass(query.queryKey) && client.getQueryData([...query.queryKey, 'floor']) !== undefined;
}

/** Bring back what was kept, before anything is drawn. A store that cannot be read is as an empty one. */
export async function restoreKept(client: QueryClient): Promise<void> {
  try {
    const kept = await get<Kept>(KEY);
    if (!kept || kept.version !== VERSION || Date.now() - kept.at > MOST_AGE) return;
    hydrate(client, kept.state, { defaultOptions: { queries: { gcTime: IN_REACH } } });
  } catch {
    return;
  }
}

/** Keep what is asked for from now on, a second after it came. */
export function keepOnPhone(client: QueryClient): void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const write = () => {
    timer = undefined;
    const state = dehydrate(client, { shouldDehydrateQuery: (query) => wanted(client, query) });
    void set(KEY, { version: VERSION, at: Date.now(), state } satisfies Kept).catch(() => undefined);
  };
  client.getQueryCache().subscribe((event) => {
    const came = event.type === 'updated' && event.action.type === 'success';
    if (came && !timer && wanted(client, event.query)) timer = setTimeout(write, THROTTLE);
  });
}

/** Forget all of it, as for somebody who signs out. */
export async function forgetKept(): Promise<void> {
  await del(KEY).catch(() => undefined);
}
