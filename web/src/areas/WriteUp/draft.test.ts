import { beforeEach, describe, expect, it, vi } from 'vitest';
import { draftsOf, draftTitle, dropDraft, isEmpty, keepDraft, newDraft } from './draft';

const kept = new Map<string, string>();
globalThis.localStorage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
} as Storage;

describe('an unfinished write-up', () => {
  beforeEach(() => {
    kept.clear();
    vi.useRealTimers();
  });

  it('comes back as it stood, to the one who began it', () => {
    const draft = { ...newDraft(7), concerns: ['Squeals'], odometer: '41,200' };
    keepDraft(3, draft);
    expect(draftsOf(3)[0]).toMatchObject({ customerId: 7, concerns: ['Squeals'], odometer: '41,200' });
    expect(draftsOf(4)).toEqual([]);
  });

  it('is kept beside another, the latest first, and is gone once it is an order', () => {
    const [first, second] = [
      { ...newDraft(), freeJobs: ['Diagnose'] },
      { ...newDraft(), keyTag: '12' },
    ];
    keepDraft(3, first);
    keepDraft(3, second);
    expect(draftsOf(3).map((d) => d.id)).toEqual([second.id, first.id]);
    dropDraft(3, second.id);
    expect(draftsOf(3).map((d) => d.id)).toEqual([first.id]);
  });

  it('is not kept while there is nothing in it, and not for ever', () => {
    keepDraft(3, newDraft());
    expect(isEmpty(newDraft())).toBe(true);
    expect(draftsOf(3)).toEqual([]);
    keepDraft(3, { ...newDraft(), keyTag: '12' });
    vi.useFakeTimers({ now: Date.now() + 4 * 86_400_000 });
    expect(draftsOf(3)).toEqual([]);
  });

  it('survives what another version kept', () => {
    kept.set('write-up:3', '[{"id":"a","at":99999999999999,"keyTag":"5"}]');
    expect(draftsOf(3)[0]).toMatchObject({ keyTag: '5', concerns: [], notHereYet: false });
    kept.set('write-up:3', '{broken');
    expect(draftsOf(3)).toEqual([]);
  });

  it('is called by its customer and vehicle, else by its work', () => {
    expect(draftTitle({ ...newDraft(), customer: { ...newDraft().customer, lastName: 'Marsh' }, concerns: ['Squeals'] })).toBe('Marsh');
    expect(draftTitle({ ...newDraft(), concerns: ['Squeals'] })).toBe('Squeals');
  });
});
