import createClient, { type Middleware } from 'openapi-fetch';

import { coverToken, covered } from './cover';
import { Problem } from './problem';
import type { components, paths } from './schema';
import { setEnded } from './session';

export type Schemas = components['schemas'];

let csrf = '';
/** Nobody waits longer for an answer; the longest work of the server takes less. */
const MOST_MILLISECONDS = 45_000;

/** Remember the token that every write must carry. */
export function setCsrf(token: string): void {
  csrf = token;
}

const carriesToken: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET' && csrf) request.headers.set('X-CSRF-Token', csrf);
    return request;
  },
  onError() {
    return new Problem({
      detail: 'Check the connection and try again. What was saved is safe, and what is on this page stays.',
    });
  },
};

function limited(request: Request): Promise<Response> {
  return fetch(request, { signal: AbortSignal.any([request.signal, AbortSignal.timeout(MOST_MILLISECONDS)]) });
}

/** On the page of a substitute everything is read by the link. */
const byLink: Middleware = {
  onRequest({ request }) {
    const token = coverToken();
    // What is written has addresses of its own, and a body that is sent on is a stream.
    return token && request.method === 'GET' ? new Request(covered(request.url, token), request) : request;
  },
};

export const http = createClient<paths>({ baseUrl: '/', fetch: limited });
http.use(byLink, carriesToken);

/** Return the data of an answer, or throw its problem. */
export async function data<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data: body, error, response } = await answer;
  if (response.status === 401 && !response.url.endsWith('/api/sign-in')) setEnded(true);
  if (!response.ok)
    throw new Problem((error ?? { status: response.status, title: 'Grike is not answering just now.' }) as object);
  return body as T;
}
