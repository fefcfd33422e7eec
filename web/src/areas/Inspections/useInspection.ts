import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Problem } from '../../lib/api';
import { dropEntry, entriesOf, keepEntry, type Entry } from '../../lib/device/entries';
import { useMe } from '../../lib/shop';
import { uploadPhoto } from '../../lib/upload';
import { useSay } from '../../ui/Toasts';
import { inspectionQuery } from './inspectionQuery';
import { withEntries, type Inspection, type Point } from './overlay';

/** How long the shop is left alone after it did not answer, in milliseconds. */
const AGAIN = 4000;

/** Sends one entry; throws the problem where it was refused, anything else where nobody answered. */
async function send(entry: Entry) {
  const body = entry.photo ? { ...entry.body, hash: await uploadPhoto(entry.photo) } : entry.body;
  const response = await fetch(entry.path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'X-Command-Id': entry.commandId },
    body: JSON.stringify(body),
  });
  if (response.ok) return;
  const told = (await response.json().catch(() => ({}))) as { code?: string; detail?: string };
  // Whoever's session ended signs in again; what was entered waits. A server that is down says no more than a lost line.
  if (response.status === 401 || response.status >= 500) throw new Error('waiting');
  throw new Problem(told.code ?? 'unknown', told.detail ?? 'This was not saved.', undefined, response.status);
}

/**
 * An inspection with everything that was entered on this device, whether it has reached the shop or not. What is entered is kept on the
 * device first, then goes out in order, each once; what the shop refuses is said and shown as the shop has it.
 */
export function useInspection(id: number) {
  const staffId = useMe().id;
  const client = useQueryClient();
  const say = useSay();
  const queryKey = useMemo(() => inspectionQuery(id).queryKey, [id]);
  const query = useQuery(inspectionQuery(id));
  const [entries, setEntries] = useState<Entry[]>([]);
  const [waiting, setWaiting] = useState(false);
  const queue = useRef<Entry[]>([]);
  const busy = useRef(false);
  const show = useCallback((next: Entry[]) => {
    queue.current = next;
    setEntries(next);
  }, []);

  const work = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      while (queue.current.length > 0) {
        const entry = queue.current[0]!;
        try {
          await send(entry);
        } catch (problem) {
          if (!(problem instanceof Problem)) {
            setWaiting(true);
            return;
          }
          say.refused(problem);
        }
        setWaiting(false);
        await dropEntry(entry.n!);
        // It is the shop's now: shown as sent until the shop is asked again.
        client.setQueryData<Inspection>(queryKey, (now) => now && withEntries(now, [entry]));
        show(queue.current.filter((other) => other.n !== entry.n));
      }
    } finally {
      busy.current = false;
    }
    // Asked for only now that the next entry can go out: one entered while the answer is under way must not wait for it.
    void client.invalidateQueries({ queryKey });
    void client.invalidateQueries({ queryKey: ['bench'] });
  }, [client, queryKey, say, show]);

  useEffect(() => {
    void entriesOf(staffId).then((kept) => show([...kept, ...queue.current.filter((entry) => !kept.some((other) => other.n === entry.n))]));
  }, [staffId, show]);
  // What was asked before something went out would come back without it, and stay.
  const asked = query.isFetched;
  const unsent = entries.length;
  useEffect(() => {
    if (asked && unsent > 0) void work();
  }, [asked, unsent, work]);
  useEffect(() => {
    if (!waiting) return;
    const again = () => void work();
    const timer = setInterval(again, AGAIN);
    window.addEventListener('online', again);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', again);
    };
  }, [waiting, work]);

  const enter = useCallback(
    async (pointId: number, path: string, body: Record<string, unknown>, photo?: Blob) => {
      const entry: Entry = { staffId, inspectionId: id, pointId, path, body, photo, commandId: crypto.randomUUID(), at: Date.now() };
      try {
        // Read the queue only once it is kept: others come and go meanwhile.
        const kept = await keepEntry(entry);
        show([...queue.current, kept]);
      } catch (error) {
        say.problem(error instanceof Error ? error.message : String(error));
        return;
      }
      void work();
    },
    [staffId, id, show, work, say],
  );

  const inspection = useMemo(() => (query.data ? withEntries(query.data, entries) : undefined), [query.data, entries]);
  return {
    inspection,
    error: query.error,
    again: () => void query.refetch(),
    /** How much has not reached the shop. */
    unsent: entries.length,
    /** The shop does not answer. */
    waiting,
    say: useCallback(
      (point: Point, act: string, value: string) =>
        enter(point.id, `/api/inspections/${id}/points/${point.id}`, { act, value, seen: point.version }),
      [enter, id],
    ),
    allGood: useCallback((group: string) => enter(0, `/api/inspections/${id}/all-good`, { group }), [enter, id]),
    photo: useCallback(
      (point: Point, photo: Blob, after: boolean) => enter(point.id, `/api/inspections/${id}/points/${point.id}/photos`, { after }, photo),
      [enter, id],
    ),
    finish: useCallback(() => enter(0, `/api/inspections/${id}/finish`, {}), [enter, id]),
  };
}

export type Entering = ReturnType<typeof useInspection>;
