import createClient, { type Middleware } from 'openapi-fetch';
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

const clientId = sessionStorage.getItem('client') ?? crypto.randomUUID();
sessionStorage.setItem('client', clientId);

type Listener = (waiting: number) => void;
const listeners = new Set<Listener>();
let waiting = 0;

/** Tells how many changes wait for the connection to come back. */
export function onWaiting(listener: Listener): () => void {
  listeners.add(listener);
  listener(waiting);
  return () => listeners.delete(listener);
}

function setWaiting(change: number) {
  waiting += change;
  listeners.forEach((listener) => listener(waiting));
}

/**
 * A change whose connection is lost is kept and sent again, in order and under the same command id, until it is
 * answered; the server carries it out once.
 */
async function send(request: Request): Promise<Response> {
  if (request.method === 'GET') return fetch(request);
  let held = false;
  for (let pause = 400; ; pause = Math.min(pause * 2, 5000)) {
    try {
      const answer = await fetch(request.clone());
      if (held) setWaiting(-1);
      return answer;
    } catch {
      if (!held) setWaiting(1);
      held = true;
      await new Promise((resolve) => setTimeout(resolve, pause));
    }
  }
}

let line: Promise<unknown> = Promise.resolve();

/** Changes go out one after the other, as they were made. */
function inLine(request: Request): Promise<Response> {
  if (request.method === 'GET') return send(request);
  const turn = line.then(() => send(request));
  line = turn.catch(() => undefined);
  return turn;
}

const marks: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') {
      request.headers.set('X-Command-Id', crypto.randomUUID());
      request.headers.set('X-Client-Id', clientId);
    }
    return request;
  },
};

export const api = createClient<paths>({ baseUrl: location.origin, fetch: inLine });
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
  const problem = (error ?? {}) as { code?: string; detail?: string; field?: string };
  throw new Problem(problem.code ?? 'unknown', problem.detail ?? `The server answered with an error (${response.status}).`, problem.field, response.status);
}

/** The sentence of anything that was thrown. */
export function sentence(error: unknown): string {
  return error instanceof Problem ? error.message : 'The server does not answer. What you see may be old; it goes on by itself when the connection is back.';
}
