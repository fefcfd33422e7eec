import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Refused } from './talk';

const kept = new Map<string, string>();
globalThis.localStorage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
} as unknown as Storage;
const { ask, dropDraft, keepDraft, readDraft, talk } = await import('./talk');

const answers = (status: number, body: unknown = null, text = body === null ? '' : JSON.stringify(body)) => {
  const fetched = vi.fn<(path: string, init: RequestInit) => Promise<Response>>(() =>
    Promise.resolve({ ok: status < 400, status, text: () => Promise.resolve(text) } as Response),
  );
  globalThis.fetch = fetched as unknown as typeof fetch;
  return fetched;
};
const refusal = (call: Promise<unknown>) =>
  call.then(
    () => expect.fail('It should have been refused.'),
    (error: unknown) => error as Refused,
  );

describe('asking the shop about a link', () => {
  it('reads with GET and says with POST', async () => {
    const fetched = answers(200, { state: 'Open' });
    expect(await talk('abc', '')).toEqual({ state: 'Open' });
    expect(fetched.mock.calls[0]).toEqual([
      '/api/customers-pages/estimates/abc',
      expect.objectContaining({ method: 'GET', body: undefined }),
    ]);
    await talk('abc', '/choice', { jobIds: [1] });
    expect(fetched.mock.calls[1]).toEqual([
      '/api/customers-pages/estimates/abc/choice',
      expect.objectContaining({ method: 'POST', body: '{"jobIds":[1]}' }),
    ]);
    await ask('documents/xyz');
    expect(fetched.mock.calls[2]![0]).toBe('/api/customers-pages/documents/xyz');
  });

  it('has nothing to read where nothing came', async () => {
    answers(204);
    expect(await talk('abc', '/seen', {})).toBeUndefined();
  });

  it('says what the shop said, with its place', async () => {
    answers(422, { detail: 'Say yes, no or later to "Brakes".', field: 'job:7' });
    const refused = await refusal(talk('abc', '/answer', {}));
    expect([refused.message, refused.field, refused.status]).toEqual(['Say yes, no or later to "Brakes".', 'job:7', 422]);
  });

  it('has a sentence of its own for too many requests, for a page of a proxy, and for no connection', async () => {
    answers(429);
    expect((await refusal(talk('abc', ''))).message).toContain('Wait a minute');
    answers(502, null, '<html>Bad gateway</html>');
    expect((await refusal(talk('abc', ''))).message).toContain('is not responding');
    globalThis.fetch = () => Promise.reject(new TypeError('Failed to fetch'));
    const lost = await refusal(talk('abc', ''));
    expect(lost.message).toContain('Nothing you chose is lost');
    expect(lost.status).toBeUndefined();
  });
});

describe('what was chosen so far', () => {
  beforeEach(() => kept.clear());
  const draft = { said: { 7: 'Approved' as const }, later: {}, linesOut: [3], known: [], name: 'Ottilie' };

  it('is there again after the page was closed, for this link and no other', () => {
    keepDraft('abc', draft);
    expect(readDraft('abc')).toEqual(draft);
    expect(readDraft('other').said).toEqual({});
    dropDraft('abc');
    expect(readDraft('abc').name).toBe('');
  });

  it('begins anew where what was kept can not be read, and fills up what an older page did not keep', () => {
    kept.set('draft:abc', '{"said":');
    expect(readDraft('abc').linesOut).toEqual([]);
    kept.set('draft:abc', '{"name":"Ottilie"}');
    expect(readDraft('abc')).toEqual({ said: {}, later: {}, linesOut: [], known: [], name: 'Ottilie' });
  });
});
