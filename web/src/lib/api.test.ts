import { QueryClient } from '@tanstack/react-query';
import { describe, expect, it } from 'vitest';

// The API module touches the page's storage when it is loaded.
globalThis.sessionStorage = { getItem: () => null, setItem: () => undefined } as unknown as Storage;
globalThis.location = { origin: 'http://127.0.0.1' } as Location;
const { askWhole, unlessKept } = await import('./api');

function screen(...queryKey: unknown[]) {
  const client = new QueryClient();
  let sent: Record<string, string> = {};
  const ask = async (status: number, tag: string) => {
    const response = new Response(null, { status, headers: { ETag: tag } });
    const seen = await unlessKept<{ tag: string }>(client, queryKey, (headers) => {
      sent = headers;
      return Promise.resolve(status === 304 ? { response } : { data: { tag }, response });
    });
    client.setQueryData(queryKey, seen);
    return { seen: seen.tag, said: sent['If-None-Match'] };
  };
  return ask;
}

describe('what many screens show', () => {
  it('is not sent again to a screen that has it', async () => {
    const ask = screen('floor');
    expect(await ask(200, '"1"')).toEqual({ seen: '"1"', said: undefined });
    expect(await ask(304, '"1"')).toEqual({ seen: '"1"', said: '"1"' });
    expect(await ask(200, '"2"')).toEqual({ seen: '"2"', said: '"1"' });
  });

  it('is asked for whole after a change of this screen, and what else it shows is not', async () => {
    const [unanswered, others] = [screen('orders', 'unanswered'), screen('orders-of-others')];
    await unanswered(200, '"1"');
    await others(200, '"9"');
    askWhole(['orders']);
    expect((await unanswered(200, '"2"')).said).toBeUndefined();
    expect((await others(304, '"9"')).said).toBe('"9"');
  });
});
