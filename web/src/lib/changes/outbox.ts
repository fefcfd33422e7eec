/** This tab, so that nobody clashes with themselves; it stays over a reload. */
export const clientId = sessionStorage.getItem('client') ?? crypto.randomUUID();
sessionStorage.setItem('client', clientId);

const KEPT = 'waiting';
const MOST_OWN = 500;
const own = new Map<string, { promise: Promise<number>; resolve: (at: number) => void }>();

/** A change of this tab that is sent by other means than `dispatch`; `answered` ends it. */
export function remember(id: string) {
  let resolve: (at: number) => void = () => undefined;
  const promise = new Promise<number>((done) => (resolve = done));
  own.set(id, { promise, resolve });
  if (own.size > MOST_OWN) own.delete(own.keys().next().value!);
}

/** An id for a new change. */
export function newCommand(): string {
  const id = crypto.randomUUID();
  remember(id);
  return id;
}

/** When a change made by this tab was answered (ms since 1970), once it is; undefined for the changes of others. */
export const answeredAt = (id: string): Promise<number> | undefined => own.get(id)?.promise;

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

/** A change as it is kept while it waits, so that a reload loses nothing. */
interface Kept {
  id: string;
  method: string;
  url: string;
  body: string;
}

const kept = (): Kept[] => JSON.parse(sessionStorage.getItem(KEPT) ?? '[]') as Kept[];
function keep(all: Kept[]) {
  try {
    if (all.length > 0) sessionStorage.setItem(KEPT, JSON.stringify(all));
    else sessionStorage.removeItem(KEPT);
  } catch {
    // What is too large for the browser's storage, a signature perhaps, waits in the page alone.
  }
}
const drop = (id: string) => keep(kept().filter((k) => k.id !== id));

/** Sends a change until it is answered, under the same id; the server carries it out once. */
async function send(request: Request): Promise<Response> {
  let held = false;
  for (let pause = 400; ; pause = Math.min(pause * 2, 5000)) {
    try {
      const answer = await fetch(request.clone());
      if (held) setWaiting(-1);
      return answer;
    } catch (error) {
      if (request.signal.aborted) throw error;
      if (!held) setWaiting(1);
      held = true;
      await new Promise((resolve) => setTimeout(resolve, pause));
    }
  }
}

/** What a change is about: changes of one thing go out one after the other, those of others do not wait for it. */
export function scopeOf(url: string): string {
  const [, kind, id] = /\/api\/([\w-]+)(?:\/(\d+))?/.exec(url) ?? [];
  return id ? `${kind}:${id}` : (kind ?? '');
}

const turns = new Map<string, Promise<unknown>>();

function inTurn(scope: string, work: () => Promise<Response>): Promise<Response> {
  const turn = (turns.get(scope) ?? Promise.resolve()).then(work);
  const settled = turn.catch(() => undefined);
  turns.set(scope, settled);
  void settled.then(() => turns.get(scope) === settled && turns.delete(scope));
  return turn;
}

/** Passwords and files stay in the page alone. */
const isLasting = (request: Request) =>
  !/\/api\/(session|own|first-run)/.test(request.url) && (request.headers.get('Content-Type') ?? 'application/json').includes('json');

/** Writes a change down before anything is awaited: a page that is left at once loses nothing. */
export function keepChange(request: Request, body: string) {
  const id = request.headers.get('X-Command-Id') ?? '';
  if (isLasting(request)) keep([...kept(), { id, method: request.method, url: request.url, body }]);
}

/** Sends a request: a question at once, a change when its turn has come. */
export function dispatch(request: Request): Promise<Response> {
  if (request.method === 'GET') return fetch(request);
  const id = request.headers.get('X-Command-Id') ?? '';
  return inTurn(scopeOf(request.url), () => send(request).finally(() => answered(id, isLasting(request))));
}

/** A change was answered, or its answer was lost. */
export function answered(id: string, wasKept: boolean) {
  own.get(id)?.resolve(Date.now());
  if (wasKept) drop(id);
}

/** Sends what waited when the page was left, in its order; before anything new. */
export function resume(): Promise<unknown> {
  return Promise.all(
    kept().map(({ id, method, url, body }) => {
      remember(id);
      const headers = { 'Content-Type': 'application/json', 'X-Command-Id': id, 'X-Client-Id': clientId };
      return inTurn(scopeOf(url), () =>
        send(new Request(url, { method, headers, body: body || undefined })).finally(() => answered(id, true)),
      );
    }),
  );
}
