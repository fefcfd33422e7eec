import type { QueryClient } from '@tanstack/react-query';
import type { Schemas } from '../api';

/** A part of the head or the foot with the order's version that it was read at, to be sent with a change of one of its fields. */
type Seen<T> = T & { version: number };

export type Header = Seen<Schemas['SheetHeader']>;
export type Totals = Seen<Schemas['SheetTotals']>;
export type Around = Schemas['SheetAround'];
export type Job = Schemas['SheetJob'];
export type SheetUpdate = Schemas['SheetUpdate'];

/** An order's sheet, put together of parts; a part stays the same object until it says something else. */
export interface Sheet {
  id: number;
  version: number;
  header: Header;
  jobs: Job[];
  totals: Totals;
  around: Around;
  tags: Schemas['SheetTag'][];
}

/** What a screen has of a sheet, as the server wants it named. */
export const tagsOf = (sheet: Sheet | undefined): string => sheet?.tags.map(({ part, tag }) => `${part}=${tag}`).join(',') ?? '';

/** Names the work on a sheet as it stands: what is offered with it and what the car's facts say of it hang on nothing else. */
export const workOf = (sheet: Sheet | undefined): string =>
  sheet?.tags.flatMap(({ part, tag }) => (part.startsWith('job:') ? tag : [])).join('') ?? '';

/** The same with the head, whose concerns name trouble codes. */
export const workAndHeadOf = (sheet: Sheet | undefined): string =>
  `${workOf(sheet)}.${sheet?.tags.find(({ part }) => part === 'header')?.tag ?? ''}`;

/**
 * The sheet with what came; null where a part is missing, so that it has to be read whole. What is older than what is here changes
 * nothing.
 */
export function mergeSheet(before: Sheet | undefined, update: SheetUpdate): Sheet | null {
  if (before && update.version < before.version) return before;
  const had = new Map(before?.tags.map(({ part, tag }) => [part, tag]));
  const came = new Map(update.jobs.map((job) => [`job:${job.id}`, job]));
  const kept = new Map(before?.jobs.map((job) => [`job:${job.id}`, job]));
  /** What came, or what was here where the server says that it is the same. */
  const part = <T extends object>(name: string, fresh: T | null | undefined, old: T | undefined): T | null =>
    fresh ?? (old && update.tags.some((t) => t.part === name && t.tag === had.get(name)) ? old : null);
  const seen = <T extends object>(fresh: T | null) => fresh && { ...fresh, version: update.version };
  const header = part('header', seen(update.header), before?.header);
  const totals = part('totals', seen(update.totals), before?.totals);
  const around = part('around', update.around, before?.around);
  const jobs = update.tags
    .filter(({ part: name }) => name.startsWith('job:'))
    .map(({ part: name }) => part(name, came.get(name), kept.get(name)));
  if (!header || !totals || !around || jobs.some((job) => job === null)) return null;
  const same = before?.jobs.length === jobs.length && jobs.every((job, at) => job === before.jobs[at]);
  return { id: update.id, version: update.version, header, totals, around, jobs: same ? before.jobs : (jobs as Job[]), tags: update.tags };
}

const shown = new Map<number, string>();

/** Notes which sheet this screen shows, so that its own changes are answered with what they did to it. Returns the way back. */
export function showing(sheet: Sheet): () => void {
  const tags = tagsOf(sheet);
  shown.set(sheet.id, tags);
  return () => {
    if (shown.get(sheet.id) === tags) shown.delete(sheet.id);
  };
}

/** What this screen has of the sheet that a change is about, by its address; undefined where it shows none. */
export function shownAt(url: string): string | undefined {
  const id = /\/api\/orders\/(\d+)(\/|$)/.exec(url)?.[1];
  return id ? shown.get(Number(id)) : undefined;
}

/** Takes over what a change did to the sheet, and asks anew for what hangs on it; a sheet that was not told of is read. */
export function takeSheet(client: QueryClient, id: number, update: SheetUpdate | null | undefined): Promise<unknown> {
  const queryKey = ['order', id];
  const merged = update && mergeSheet(client.getQueryData<Sheet>(queryKey), update);
  if (merged) client.setQueryData(queryKey, merged);
  void client.invalidateQueries({ queryKey: ['obstacles', id] });
  if (!merged) return client.invalidateQueries({ queryKey });
  void client.invalidateQueries({ queryKey, predicate: (query) => query.queryKey.length > queryKey.length });
  return Promise.resolve();
}
