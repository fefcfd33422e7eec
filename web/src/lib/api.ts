import type { QueryClient } from '@tanstack/react-query';
import createClient, { type Middleware } from 'openapi-fetch';
import { clientId, dispatch, keepChange, newCommand } from './changes/outbox';
import { shownAt } from './order/sheet';
import type { components, paths } from './schema';

/** What the server refused, in words for people. */
export class Problem extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly field?: string,
    readonly status = 0,
  ) {
    super(message);
  }
}

export type Schemas = components['schemas'];

// The body of the request that is being made; it is made and marked in one go, before anything else runs.
let written = '';

const marks: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') {
      request.headers.set('X-Command-Id', newCommand());
      request.headers.set('X-Client-Id', clientId);
      const has = shownAt(request.url);
      if (has) request.headers.set('X-Sheet', has);
      keepChange(request, written);
      written = '';
    }
    return request;
  },
};

export const api = createClient<paths>({
  baseUrl: location.origin,
  fetch: dispatch,
  bodySerializer: (body) => (written = JSON.stringify(body)),
});
api.use(marks);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or the problem thrown. */
export async function unwrap<T>(call: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await call;
  if (response.ok) return data as T;
  const problem = (error ?? {}) as { code?: string; detail?: string; field?: string; traceId?: string };
  // By it whoever looks after the server finds what was written down of it.
  const trace = problem.traceId?.split('-')[1]?.slice(0, 8);
  throw new Problem(
    problem.code ?? 'unknown',
    problem.detail ?? `Something went wrong on the server (error ${response.status}${trace ? `, ${trace}` : ''}). Try again.`,
    problem.field,
    response.status,
  );
}

const tags = new Map<string, string>();

/**
 * Has what is shown asked for whole the next time. Who says what it has is given at once what the server computed last, which may be older
 * than what this screen changed just now: that would jump back for a moment.
 */
export function askWhole(queryKey: readonly unknown[]): void {
  const begins = JSON.stringify(queryKey).slice(0, -1);
  for (const key of tags.keys()) if (key.startsWith(`${begins},`) || key === `${begins}]`) tags.delete(key);
}

/** The data of an answer, or what this screen has already where the server says that it is the same. */
export async function unlessKept<T extends object>(
  client: QueryClient,
  queryKey: readonly unknown[],
  ask: (headers: Record<string, string>) => Promise<Answer<T>>,
): Promise<T> {
  const kept = client.getQueryData<T>(queryKey);
  const key = JSON.stringify(queryKey);
  const tag = kept && tags.get(key);
  const answer = await ask(tag ? { 'If-None-Match': tag } : {});
  if (kept && answer.response.status === 304) return kept;
  const data = await unwrap(Promise.resolve(answer));
  const given = answer.response.headers.get('ETag');
  if (given) tags.set(key, given);
  return data;
}

/** The sentence of anything that was thrown. */
export function sentence(error: unknown): string {
  return error instanceof Problem
    ? error.message
    : 'The server is not responding. What you see may be out of date; this page reconnects on its own.';
}
