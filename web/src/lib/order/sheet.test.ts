import { QueryClient } from '@tanstack/react-query';
import { describe, expect, it } from 'vitest';
import { mergeSheet, showing, shownAt, tagsOf, takeSheet, type Job, type SheetUpdate } from './sheet';

const job = (id: number, title = 'Brakes') => ({ id, title }) as Job;
const tags = (...of: string[]) => of.map((one) => ({ part: one.split('=')[0]!, tag: one.split('=')[1]! }));
const update = (version: number, of: string[], more: object = {}): SheetUpdate =>
  ({ id: 12, version, tags: tags(...of), header: null, totals: null, around: null, jobs: [], ...more }) as unknown as SheetUpdate;
const ALL = ['header=a', 'job:1=b', 'job:2=c', 'totals=d', 'around=e'];
const whole = (version = 3) =>
  update(version, ALL, { header: { number: 1 }, totals: { progress: 0 }, around: { files: 0 }, jobs: [job(1), job(2)] });
const first = mergeSheet(undefined, whole())!;

describe('a sheet', () => {
  it('keeps what did not change as the same objects, so that only what changed is drawn', () => {
    const after = mergeSheet(
      first,
      update(4, ['header=a', 'job:1=B', 'job:2=c', 'totals=D', 'around=e'], { totals: { progress: 1 }, jobs: [job(1, 'Rear brakes')] }),
    )!;
    expect([after.header === first.header, after.jobs[1] === first.jobs[1], after.around === first.around]).toEqual([true, true, true]);
    expect([after.jobs[0]!.title, after.totals.progress, after.totals.version, after.header.version]).toEqual(['Rear brakes', 1, 4, 3]);
    expect(mergeSheet(first, update(3, ALL))!.jobs).toBe(first.jobs);
  });

  it('takes the order and the number of jobs as they are now', () => {
    expect(mergeSheet(first, update(4, ['header=a', 'job:2=c', 'job:1=b', 'totals=d', 'around=e']))!.jobs.map((j) => j.id)).toEqual([2, 1]);
    expect(mergeSheet(first, update(4, ['header=a', 'job:2=c', 'totals=d', 'around=e']))!.jobs.map((j) => j.id)).toEqual([2]);
  });

  it('is not put back by an older answer, and is read whole where a part is missing', () => {
    expect(mergeSheet(first, whole(2))).toBe(first);
    expect(mergeSheet(first, update(4, ['header=other', 'job:1=b', 'job:2=c', 'totals=d', 'around=e']))).toBeNull();
    expect(mergeSheet(undefined, update(4, ALL))).toBeNull();
  });

  it('names what it has to the changes of its own order only, while it is shown', () => {
    const gone = showing(first);
    expect(shownAt('http://shop/api/orders/12/lines/5')).toBe(tagsOf(first));
    expect([shownAt('http://shop/api/orders/13/lines/5'), shownAt('http://shop/api/purchase-orders/12')]).toEqual([undefined, undefined]);
    gone();
    expect(shownAt('http://shop/api/orders/12')).toBeUndefined();
  });

  it('is not asked for after a change that told what it did; what hangs on it is', async () => {
    const client = new QueryClient();
    for (const key of [
      ['order', 12, 'record'],
      ['obstacles', 12],
    ])
      client.setQueryData(key, []);
    client.setQueryData(['order', 12], first);
    const stale = (...key: unknown[]) => client.getQueryState(key)!.isInvalidated;
    await takeSheet(client, 12, update(4, ['header=x', 'job:1=b', 'job:2=c', 'totals=d', 'around=e'], { header: { number: 2 } }));
    expect([stale('order', 12), stale('order', 12, 'record'), stale('obstacles', 12)]).toEqual([false, true, true]);
    await takeSheet(client, 12, null);
    expect(stale('order', 12)).toBe(true);
  });
});
