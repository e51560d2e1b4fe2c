import createClient, { type Middleware } from 'openapi-fetch';

import { Problem } from './problem';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

let csrf = '';

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
    return new Problem({ detail: 'Check the connection; nothing that was saved is lost.' });
  },
};

export const http = createClient<paths>({ baseUrl: '/' });
http.use(carriesToken);

/** Return the data of an answer, or throw its problem. */
export async function data<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data: body, error, response } = await answer;
  if (!response.ok) throw new Problem((error ?? { status: response.status, title: 'Grike is not answering just now.' }) as object);
  return body as T;
}
