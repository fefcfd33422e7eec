import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Problem } from '../../lib/api';
import { answered, remember } from '../../lib/changes/outbox';
import { dropEntry, entriesOf, keepEntry, type Entry } from '../../lib/device/entries';
import { useMe, useRefresh } from '../../lib/shop';
import { uploadPhoto } from '../../lib/upload';
import { useSay } from '../../ui/Toasts';
import { inspectionQuery } from './inspectionQuery';
import { withEntries, type Inspection, type Point } from './overlay';

/** How long the shop is left alone after it did not answer, in milliseconds. */
const AGAIN = 4000;

/** How long the shop is left alone after a rating, in milliseconds: what it made of it is shown already, and the next tap comes soon. */
const QUIET = 500;

/** Whether only the shop knows what an entry leads to: a measured value's rating, the address of a photo. */
const isPlain = (entry: Entry) => ['Rate', 'Clear'].includes(String(entry.body.act)) || entry.path.endsWith('/all-good');

/** Sends one entry; throws the problem where it was refused, anything else where nobody answered. */
async function send(entry: Entry) {
  const body = entry.photo ? { ...entry.body, hash: await uploadPhoto(entry.photo) } : entry.body;
  remember(entry.commandId);
  const response = await fetch(entry.path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'X-Command-Id': entry.commandId },
    body: JSON.stringify(body),
  }).finally(() => answered(entry.commandId, false));
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
  const refresh = useRefresh();
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

  const asking = useRef(0);
  const ask = useCallback(() => {
    asking.current = 0;
    void refresh([...queryKey], ['bench']);
  }, [refresh, queryKey]);
  const work = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    let plain = true;
    try {
      while (queue.current.length > 0) {
        const entry = queue.current[0]!;
        // Not on the device yet: whoever keeps it goes on.
        if (entry.n === undefined) return;
        try {
          await send(entry);
        } catch (problem) {
          if (!(problem instanceof Problem)) {
            setWaiting(true);
            return;
          }
          say.refused(problem);
        }
        plain &&= isPlain(entry);
        setWaiting(false);
        await dropEntry(entry.n);
        // It is the shop's now: shown as sent until the shop is asked again.
        client.setQueryData<Inspection>(queryKey, (now) => now && withEntries(now, [entry]));
        show(queue.current.filter((other) => other.commandId !== entry.commandId));
      }
    } finally {
      busy.current = false;
    }
    // Asked for only now that the next entry can go out: one entered while the answer is under way must not wait for it.
    window.clearTimeout(asking.current);
    asking.current = window.setTimeout(ask, plain ? QUIET : 0);
  }, [client, queryKey, ask, say, show]);
  useEffect(
    () => () => {
      if (asking.current === 0) return;
      window.clearTimeout(asking.current);
      ask();
    },
    [ask],
  );

  useEffect(() => {
    void entriesOf(staffId).then((kept) =>
      show([...kept, ...queue.current.filter((entry) => !kept.some((other) => other.commandId === entry.commandId))]),
    );
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
      // In sight with the tap; sent only once the device keeps it.
      show([...queue.current, entry]);
      try {
        const kept = await keepEntry(entry);
        show(queue.current.map((other) => (other.commandId === entry.commandId ? kept : other)));
      } catch (error) {
        show(queue.current.filter((other) => other.commandId !== entry.commandId));
        say.problem(error instanceof Error ? error.message : String(error));
        return;
      }
      void work();
    },
    [staffId, id, show, work, say],
  );

  const inspection = useMemo(() => (query.data ? withEntries(query.data, entries) : undefined), [query.data, entries]);
  // The same for as long as the inspection is the same, so that a row is drawn again only when its own point changes.
  const entering = useMemo(
    () => ({
      inspectionId: id,
      say: (point: Point, act: string, value: string) =>
        enter(point.id, `/api/inspections/${id}/points/${point.id}`, { act, value, seen: point.version }),
      allGood: (group: string) => enter(0, `/api/inspections/${id}/all-good`, { group }),
      photo: (point: Point, photo: Blob, after: boolean) =>
        enter(point.id, `/api/inspections/${id}/points/${point.id}/photos`, { after }, photo),
      finish: () => enter(0, `/api/inspections/${id}/finish`, {}),
    }),
    [enter, id],
  );
  return {
    inspection,
    error: query.error,
    again: () => void query.refetch(),
    /** How much the device keeps that has not reached the shop; what is still being kept would be lost with the browser. */
    unsent: entries.filter((entry) => entry.n !== undefined).length,
    /** The shop does not answer. */
    waiting,
    entering,
  };
}

export type Entering = ReturnType<typeof useInspection>['entering'];
