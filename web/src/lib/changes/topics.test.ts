import { QueryClient } from '@tanstack/react-query';
import { describe, expect, it } from 'vitest';
import { refreshTopics } from './refresh';
import { TOPIC_KINDS, keysOf, sheetShows } from './topics';

const sheet = (id: number) => ({
  id,
  header: { customer: { id: 7 }, vehicle: { id: 8 } },
  jobs: [{ lines: [{ partId: 9 }, { partId: null }] }],
});

function client() {
  const queries = new QueryClient();
  queries.setQueryData(['order', 12], sheet(12));
  queries.setQueryData(['order', 12, 'record'], []);
  queries.setQueryData(['order', 13], { ...sheet(13), header: { customer: null, vehicle: { id: 80 } }, jobs: [] });
  queries.setQueryData(['parts'], []);
  const stale = (...key: unknown[]) => queries.getQueryState(key)!.isInvalidated;
  return { queries, stale };
}

describe('topics', () => {
  it('each have a query that shows them', () => {
    for (const kind of TOPIC_KINDS) expect(keysOf({ kind, id: 3 }).length).toBeGreaterThan(0);
  });

  it('make only that stale which shows them, whatever version it has', () => {
    const { queries, stale } = client();
    refreshTopics(queries, [{ kind: 'Order', id: 12 }]);
    expect([stale('order', 12), stale('order', 12, 'record'), stale('order', 13), stale('parts')]).toEqual([true, true, false, false]);
  });

  it('reach a sheet through its customer, its car and the stock of its parts', () => {
    for (const [topic, thirteen] of [
      [{ kind: 'Customer', id: 7 }, false],
      [{ kind: 'Vehicle', id: 0 }, true],
      [{ kind: 'Stock', id: 9 }, false],
    ] as const) {
      const { queries, stale } = client();
      refreshTopics(queries, [topic]);
      expect([topic.kind, stale('order', 12), stale('order', 13)]).toEqual([topic.kind, true, thirteen]);
    }
    expect(sheetShows(sheet(12), { kind: 'Stock', id: 10 })).toBe(false);
  });

  it('leave alone what was fetched since, so that ones own edit is read once', () => {
    const { queries, stale } = client();
    refreshTopics(queries, [{ kind: 'Order', id: 12 }], Date.now() - 1000);
    expect(stale('order', 12)).toBe(false);
    refreshTopics(queries, [{ kind: 'Order', id: 12 }], Date.now() + 1000);
    expect(stale('order', 12)).toBe(true);
  });
});
