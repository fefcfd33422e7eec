import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

const store = new Map<string, string>();
const answers: ((response: Response) => void)[] = [];
const sent: string[] = [];

beforeEach(() => {
  vi.resetModules();
  store.clear();
  answers.length = sent.length = 0;
  vi.stubGlobal('sessionStorage', {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => store.set(key, value),
    removeItem: (key: string) => store.delete(key),
  });
  vi.stubGlobal('fetch', (request: Request) => {
    sent.push(request.url.replace('http://shop/api/', ''));
    return new Promise<Response>((resolve) => answers.push(resolve));
  });
});
afterEach(() => vi.unstubAllGlobals());

const change = (path: string, id = 'c1') =>
  new Request(`http://shop/api/${path}`, {
    method: 'POST',
    body: '{"a":1}',
    headers: { 'Content-Type': 'application/json', 'X-Command-Id': id },
  });
type Outbox = typeof import('./outbox');
/** As a change is made: written down, then sent. */
const enter = (outbox: Outbox, request: Request) => {
  outbox.keepChange(request, '{"a":1}');
  return outbox.dispatch(request);
};
const settle = () => new Promise((resolve) => setTimeout(resolve, 5));

describe('changes', () => {
  it('of one thing wait for each other, those of others do not', async () => {
    const { dispatch } = await import('./outbox');
    void dispatch(change('card-charges/4/settle'));
    const first = dispatch(change('orders/12/lines/1', 'c2'));
    void dispatch(change('orders/12/lines/2', 'c3'));
    void dispatch(change('orders/13/lines/3', 'c4'));
    await settle();
    expect(sent).toEqual(['card-charges/4/settle', 'orders/12/lines/1', 'orders/13/lines/3']);
    answers[1]!(new Response('{}'));
    await first;
    await settle();
    expect(sent[3]).toBe('orders/12/lines/2');
  });

  it('that wait survive a reload and go out under the same id', async () => {
    const before = await import('./outbox');
    void enter(before, change('orders/12/lines/1', 'c2'));
    void enter(before, change('orders/12/lines/2', 'c3'));
    // Before anything is awaited: the page may be left at once.
    expect(JSON.parse(store.get('waiting')!)).toHaveLength(2);
    await settle();
    vi.resetModules();
    sent.length = answers.length = 0;
    const after = await import('./outbox');
    const done = after.resume();
    await settle();
    answers[0]!(new Response('{}'));
    await settle();
    answers[1]!(new Response('{}'));
    await done;
    expect(sent).toEqual(['orders/12/lines/1', 'orders/12/lines/2']);
    expect(store.has('waiting')).toBe(false);
    expect(await after.answeredAt('c2')).toBeGreaterThan(0);
    expect(after.answeredAt('c9')).toBeUndefined();
  });

  it('too large to be kept are sent all the same', async () => {
    vi.stubGlobal('sessionStorage', {
      getItem: () => null,
      setItem: (key: string) => {
        if (key === 'waiting') throw new DOMException('full', 'QuotaExceededError');
      },
      removeItem: () => undefined,
    });
    void enter(await import('./outbox'), change('orders/12/check-in'));
    await settle();
    expect(sent).toEqual(['orders/12/check-in']);
  });

  it('with a password are not written down', async () => {
    void enter(await import('./outbox'), change('session'));
    expect(store.has('waiting')).toBe(false);
  });
});
