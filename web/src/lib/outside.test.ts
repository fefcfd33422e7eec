import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { ASK_AGAIN, holding } from './outside';

// Without a window nothing is asked at intervals: that is how the library tells a server.
vi.hoisted(() => vi.stubGlobal('window', { addEventListener: () => undefined, removeEventListener: () => undefined }));

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

/** Asks a service that gives these answers one after the other, and tells how often it was asked. */
function asking(...answers: { silent: boolean }[]) {
  const client = new QueryClient();
  let asked = 0;
  const options = {
    queryKey: ['plate'],
    queryFn: () => Promise.resolve(answers[Math.min(asked++, answers.length - 1)]!),
    ...holding(300_000),
  };
  const look = () => new QueryObserver(client, options).subscribe(() => undefined);
  return { look, count: () => asked, client };
}

test('a service that did not answer is asked again by itself until it answers', async () => {
  const { look, count, client } = asking({ silent: true }, { silent: true }, { silent: false });
  const leave = look();
  await vi.advanceTimersByTimeAsync(0);
  expect(count()).toBe(1);
  await vi.advanceTimersByTimeAsync(ASK_AGAIN);
  expect(count()).toBe(2);
  await vi.advanceTimersByTimeAsync(ASK_AGAIN);
  expect(client.getQueryData(['plate'])).toEqual({ silent: false });
  await vi.advanceTimersByTimeAsync(10 * ASK_AGAIN);
  expect(count()).toBe(3);
  leave();
});

test('an answer is good for its time; that there was none is not kept for who looks next', async () => {
  const good = asking({ silent: false });
  good.look()();
  await vi.advanceTimersByTimeAsync(0);
  good.look()();
  await vi.advanceTimersByTimeAsync(0);
  expect(good.count()).toBe(1);

  const none = asking({ silent: true });
  none.look()();
  await vi.advanceTimersByTimeAsync(0);
  none.look()();
  await vi.advanceTimersByTimeAsync(0);
  expect(none.count()).toBe(2);
});

test('nobody asks any more once the question has left the screen', async () => {
  const { look, count } = asking({ silent: true });
  const leave = look();
  await vi.advanceTimersByTimeAsync(0);
  leave();
  await vi.advanceTimersByTimeAsync(3 * ASK_AGAIN);
  expect(count()).toBe(1);
});
