import { z } from 'zod/mini';

import { data, http, type Schemas } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';
import { readKept } from '~/shared/kept';

/** A record that waits for the network. ``session`` null: nobody had been put down for the class. */
export interface Waiting {
  id: string;
  /** By whom: nobody sends another's. */
  person: string;
  series: number;
  slot: number;
  session: number | null;
  startsAt: string;
  /** Who taught it by a link, and the link. */
  cover?: { token: string; name: string };
  body: Schemas['RecordModel'];
  /** Why the server did not take it; "": it has not answered yet. */
  refused: string;
  /** Another record of the class came meanwhile. */
  overtaken?: boolean;
}

const KEY = 'grike-outbox';
const SHAPE = z.array(
  z.object({
    id: z.string(),
    person: z.string(),
    series: z.number(),
    slot: z.number(),
    session: z.nullable(z.number()),
    startsAt: z.string(),
    cover: z.optional(z.object({ token: z.string(), name: z.string() })),
    body: z.looseObject({ minutes: z.number() }),
    refused: z.string(),
    overtaken: z.optional(z.boolean()),
  }),
);

export function waiting(): Waiting[] {
  return (readKept(localStorage, KEY, SHAPE) ?? []) as Waiting[];
}

const listeners = new Set<() => void>();
let shown = waiting();

function write(change: (all: Waiting[]) => Waiting[]): void {
  // Read anew: another tab may have sent one meanwhile.
  shown = change(waiting());
  localStorage.setItem(KEY, JSON.stringify(shown));
  listeners.forEach((listener) => listener());
}

export function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export const snapshot = (): Waiting[] => shown;

/** Put a record by until it can be sent; one of the same class and person gives way to it. */
export function putBy(entry: Waiting): void {
  const same = (one: Waiting) => one.person === entry.person && one.series === entry.series && one.slot === entry.slot;
  write((all) => [...all.filter((one) => !same(one)), entry]);
}

export function throwAway(id: string): void {
  write((all) => all.filter((one) => one.id !== id));
}

/** Send one record: the same again is the same record, so one that came and was not answered is not there twice. */
export async function send(entry: Omit<Waiting, 'id' | 'person' | 'refused'>): Promise<void> {
  if (entry.cover) {
    const path = { token: entry.cover.token, series_id: entry.series, slot: entry.slot };
    const body = { starts_at: entry.startsAt, record: entry.body, taught_by: entry.cover.name };
    await data(http.POST('/api/covers/{token}/series/{series_id}/classes/{slot}/taught', { params: { path }, body }));
    return;
  }
  if (entry.session !== null) {
    const path = { session_id: entry.session };
    await data(http.PUT('/api/sessions/{session_id}/record', { params: { path }, body: entry.body }));
    return;
  }
  const path = { series_id: entry.series, slot: entry.slot };
  const body = { starts_at: entry.startsAt, record: entry.body };
  await data(http.POST('/api/series/{series_id}/classes/{slot}/taught', { params: { path }, body }));
}

/** As whom the records of a substitute wait, who has no name here. */
export const personOf = (token: string): string => `by link ${token}`;

/** Whether it is worth waiting: the server was not reached, has too much to do, or asks who is there. */
export function willCome(error: unknown): boolean {
  return (
    error instanceof Problem && (error.status === 0 || error.status >= 500 || [401, 408, 429].includes(error.status))
  );
}

/** Keep a record in the place of the one that came meanwhile, as that one is now. */
export async function insist(entry: Waiting): Promise<void> {
  const path = { series_id: entry.series, slot: entry.slot };
  const detail = await data(http.GET('/api/series/{series_id}/classes/{slot}', { params: { path } }));
  const theirs = detail.sessions.find((one) =>
    entry.session === null ? one.mine && one.starts_at.startsWith(entry.startsAt) : one.id === entry.session,
  );
  await send({ ...entry, body: { ...entry.body, over: theirs?.kept_at ?? null } });
  throwAway(entry.id);
}

/** Send all that waits of a person; return how many came. What is refused is kept with the reason. */
export async function sendAll(person: string): Promise<number> {
  let came = 0;
  for (const entry of waiting().filter((one) => one.person === person && !one.refused)) {
    try {
      await send(entry);
      throwAway(entry.id);
      came += 1;
    } catch (error) {
      if (willCome(error)) return came;
      const refused = error instanceof Error ? error.message : 'It was refused.';
      const overtaken = error instanceof Problem && error.status === 409;
      write((all) => all.map((one) => (one.id === entry.id ? { ...one, refused, overtaken } : one)));
    }
  }
  return came;
}
