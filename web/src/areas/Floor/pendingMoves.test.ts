import { expect, test } from 'vitest';
import type { Floor } from './Car';
import { InTurn, applyPendingMoves } from './pendingMoves';

const floor = {
  cards: [
    { id: 1, stage: 'Here', stageId: 2 },
    { id: 2, stage: 'Here', stageId: 2 },
  ],
  blocks: [
    { jobId: 11, technicianId: 5, bayId: null, start: '2026-11-23T09:00:00', end: '2026-11-23T10:30:00' },
    { jobId: 12, technicianId: 5, bayId: null, start: '2026-11-23T11:00:00', end: '2026-11-23T12:00:00' },
  ],
} as unknown as Floor;

const stage = { id: 14, name: 'At the estimator', meaning: 'Pricing' as const, isWaiting: false, roles: [], isRetired: false };

test('what was moved stands where it was put, however old the floor is that came', () => {
  const shown = applyPendingMoves(floor, {
    stages: new Map([[2, stage]]),
    plans: new Map([[11, { technicianId: null, bayId: null, start: '2026-11-23T09:15:00' }]]),
  });
  expect(shown.cards.map((c) => [c.stageId, c.stage])).toEqual([
    [2, 'Here'],
    [14, 'Pricing'],
  ]);
  expect(shown.blocks[0]).toEqual({ jobId: 11, technicianId: null, bayId: null, start: '2026-11-23T09:15:00', end: '2026-11-23T10:45:00' });
  expect(shown.blocks[1]).toBe(floor.blocks[1]);
  expect(applyPendingMoves(floor, { stages: new Map(), plans: new Map() })).toBe(floor);
});

/** A server that takes changes one by one and refuses those of an old version. */
function server() {
  let version = 4;
  const seen: number[] = [];
  const waiting: (() => void)[] = [];
  return {
    seen,
    send: async (sent: number) => {
      seen.push(sent);
      await new Promise<void>((go) => waiting.push(go));
      if (sent !== version) throw new Error('changed meanwhile');
      return ++version;
    },
    answer: async () => {
      waiting.shift()!();
      await new Promise((go) => setTimeout(go));
    },
  };
}

test('a second change waits for the first and begins with the version that it left', async () => {
  const { send, seen, answer } = server();
  const turn = new InTurn();
  let settled = 0;
  const settle = () => Promise.resolve(settled++);
  const first = turn.send(1, 4, send, settle);
  const second = turn.send(1, 4, send, settle);
  expect(seen).toEqual([4]);
  await answer();
  expect(await first).toBe(5);
  expect(seen).toEqual([4, 5]);
  expect(turn.busy(1)).toBe(true);
  expect(settled).toBe(0);
  await answer();
  expect(await second).toBe(6);
  expect([turn.busy(1), settled]).toEqual([false, 1]);
});

test('where one is refused the ones behind it are not sent, and the next begins anew', async () => {
  const { send, seen, answer } = server();
  const turn = new InTurn();
  const nothing = () => Promise.resolve();
  const first = turn.send(1, 3, send, nothing);
  const second = turn.send(1, 3, send, nothing);
  const refused = Promise.allSettled([first, second]);
  await answer();
  expect((await refused).map((r) => r.status)).toEqual(['rejected', 'rejected']);
  expect(seen).toEqual([3]);
  const third = turn.send(1, 4, send, nothing);
  await answer();
  expect(await third).toBe(5);
});

test('a change that is made while things settle after a refusal is sent', async () => {
  const { send, seen, answer } = server();
  const turn = new InTurn();
  let settled = () => undefined as void;
  const refused = turn.send(1, 3, send, () => new Promise<void>((go) => (settled = go)));
  const outcome = Promise.allSettled([refused]);
  await answer();
  const next = turn.send(1, 4, send, () => Promise.resolve());
  expect(seen).toEqual([3, 4]);
  settled();
  await answer();
  expect(await next).toBe(5);
  expect((await outcome)[0]!.status).toBe('rejected');
});

test('changes of two things do not wait for each other', async () => {
  const { send, seen, answer } = server();
  const turn = new InTurn();
  const nothing = () => Promise.resolve();
  const all = Promise.allSettled([turn.send(1, 4, send, nothing), turn.send(2, 9, send, nothing)]);
  expect(seen).toEqual([4, 9]);
  await answer();
  await answer();
  await all;
});
