import { useQueryClient } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../lib/api';
import { moment } from '../../lib/format';
import { useRefresh } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';
import type { Calendar, Item } from './calendarQuery';

/** Who, where, when. */
export interface Place {
  technicianId: number | null;
  bayId: number | null;
  start: string;
}

/** What is put somewhere: something that stands in the calendar, or a job that nobody scheduled. */
export type Placed = Pick<Item, 'kind' | 'id' | 'plate' | 'title' | 'version' | 'customer'> & { before: Place | null };

const nameOf = (what: { plate: string; title: string }) => (what.plate ? `${what.plate}, ${what.title}` : what.title);

/** Changes of the calendar: shown at once, taken back when refused, undone on demand. */
export function useSchedule(calendar: Calendar | undefined) {
  const client = useQueryClient();
  const refresh = useRefresh();
  const say = useSay();
  const renew = () => refresh(['calendar'], ['floor'], ['appointment']);

  const who = (place: Place) =>
    [
      calendar?.technicians.find((t) => t.id === place.technicianId)?.name ?? 'unassigned',
      calendar?.bays.find((b) => b.id === place.bayId)?.name,
    ]
      .filter(Boolean)
      .join(', ');

  /** Shows it where it was put until the server's own calendar has it there. */
  const show = (what: Placed, to: Place) =>
    client.setQueriesData<Calendar>(
      { predicate: ({ queryKey: [name, from] }) => name === 'calendar' && from !== 'check' && from !== 'feeds' },
      (before) =>
        before && {
          ...before,
          items: before.items.map((item) => {
            if (item.kind !== what.kind || item.id !== what.id) return item;
            const moved = Date.parse(`${to.start}Z`) - Date.parse(`${item.start}Z`);
            const shift = (wall: string) => new Date(Date.parse(`${wall}Z`) + moved).toISOString().slice(0, 19);
            const spans = item.spans.map((s) => ({ from: shift(s.from), until: shift(s.until) }));
            return { ...item, ...to, end: shift(item.end), spans, warnings: [] };
          }),
        },
    );

  const place = async (what: Placed, to: Place) => {
    const body = (at: Place, version: number) => ({ kind: what.kind, id: what.id, ...at, version });
    say.clear();
    show(what, to);
    try {
      const { version } = await unwrap(api.POST('/api/calendar/place', { body: body(to, what.version) }));
      const before = what.before;
      say.done(`${nameOf(what)}: ${who(to)}, ${moment(to.start, calendar?.now ?? to.start)}.`, async () => {
        if (before) await unwrap(api.POST('/api/calendar/place-back', { body: body(before, version) }));
        else await unwrap(api.DELETE('/api/jobs/{jobId}/plan', { params: { path: { jobId: what.id } } }));
        await renew();
      });
    } catch (error) {
      say.refused(error);
    }
    await renew();
  };

  /** Takes a job off the schedule. */
  const unschedule = async (item: Item) => {
    try {
      await unwrap(api.DELETE('/api/jobs/{jobId}/plan', { params: { path: { jobId: item.id } } }));
      const { technicianId, bayId, start } = item;
      say.done(`${nameOf(item)} is not scheduled any more.`, async () => {
        await unwrap(api.POST('/api/calendar/place', { body: { kind: 'Job', id: item.id, technicianId, bayId, start, version: 0 } }));
        await renew();
      });
    } catch (error) {
      say.refused(error);
    }
    await renew();
  };

  /** Fixes a job where it is, or lets the plan move it. */
  const fix = async (item: Item) => {
    const set = (isFixed: boolean, version: number) =>
      unwrap(api.POST('/api/jobs/{jobId}/fix', { params: { path: { jobId: item.id } }, body: { isFixed, version } }));
    try {
      const { version } = await set(!item.isFixed, item.version);
      say.done(item.isFixed ? `${nameOf(item)} may be moved by a plan.` : `${nameOf(item)} stays where it is.`, () =>
        set(item.isFixed, version).then(renew),
      );
    } catch (error) {
      say.refused(error);
    }
    await renew();
  };

  /** Makes an appointment of a span that was drawn; answers its key. */
  const draw = async (body: Schemas['AppointmentRequest']) => {
    try {
      const { id } = await unwrap(api.POST('/api/appointments', { body }));
      await renew();
      return id;
    } catch (error) {
      say.refused(error);
      return null;
    }
  };

  return { place, unschedule, fix, draw, renew };
}

export type Schedule = ReturnType<typeof useSchedule>;
