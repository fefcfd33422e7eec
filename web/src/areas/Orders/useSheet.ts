import { useQuery } from '@tanstack/react-query';
import { createContext, useContext, useMemo } from 'react';
import { api, take, type Schemas } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';

export type Sheet = Schemas['SheetView'];
export type Job = Schemas['SheetJob'];
export type Line = Schemas['SheetLine'];
export type Companion = Schemas['SheetCompanion'];
export type LineKind = Schemas['LineKind'];

/** An order's sheet, kept up to date as anyone changes it. */
export function useSheet(id: number) {
  return useQuery({ queryKey: ['order', id], queryFn: () => take(api.GET('/api/orders/{id}', { params: { path: { id } } })) });
}

/** What can be done on a sheet. Each change is kept as it is made. */
export function useEdits(id: number) {
  const refresh = useRefresh();
  const say = useSay();
  return useMemo(() => {
    const path = { id };
    const kept = async <T>(call: Promise<T>): Promise<T> => {
      try {
        return await call;
      } finally {
        await refresh(['order', id]);
        void refresh(['obstacles', id]);
      }
    };
    const undoable = async (call: Promise<unknown>, text: string, undo: () => Promise<unknown>) => {
      try {
        await kept(call);
        say.done(text, () => kept(undo()));
      } catch (error) {
        say.refused(error);
      }
    };
    return {
      kept,
      header: (field: string, value: string, version: number) =>
        kept(take(api.POST('/api/orders/{id}/header', { params: { path }, body: { field, value, version } }))),
      concern: (concernId: number, field: string, value: string, version: number) =>
        kept(take(api.POST('/api/orders/{id}/concerns/{concernId}', { params: { path: { id, concernId } }, body: { field, value, version } }))),
      addConcern: (says: string) => kept(take(api.POST('/api/orders/{id}/concerns', { params: { path }, body: { says } }))),
      job: (jobId: number, field: string, value: string, version: number) =>
        kept(take(api.POST('/api/orders/{id}/jobs/{jobId}', { params: { path: { id, jobId } }, body: { field, value, version } }))),
      addJob: (title: string | null, cannedJobId: number | null) =>
        kept(take(api.POST('/api/orders/{id}/jobs', { params: { path }, body: { title, cannedJobId } }))),
      companion: (job: Job, code: string, field: string, value: string) =>
        kept(
          take(
            api.POST('/api/orders/{id}/jobs/{jobId}/companions', {
              params: { path: { id, jobId: job.id } },
              body: { code, field, value, version: job.version },
            }),
          ),
        ),
      waive: (job: Job, companion: Companion) => {
        const set = (value: string, version: number) =>
          take(
            api.POST('/api/orders/{id}/jobs/{jobId}/companions', {
              params: { path: { id, jobId: job.id } },
              body: { code: companion.code, field: 'waived', value, version },
            }),
          );
        return undoable(set('true', job.version), `${companion.label} does not come along.`, () => set('false', job.version + 1));
      },
      reprice: (from: number, to: number) =>
        undoable(
          take(api.POST('/api/orders/{id}/reprice', { params: { path }, body: { policyVersionId: to } })),
          `The order is priced by version ${to} of the policy.`,
          () => take(api.POST('/api/orders/{id}/reprice', { params: { path }, body: { policyVersionId: from } })),
        ),
      removeJob: (job: Job) =>
        undoable(take(api.DELETE('/api/orders/{id}/jobs/{jobId}', { params: { path: { id, jobId: job.id } } })), `${job.title} is off the order.`, () =>
          take(api.POST('/api/orders/{id}/jobs/{jobId}/restore', { params: { path: { id, jobId: job.id } } })),
        ),
      line: (lineId: number, field: string, value: string, version: number) =>
        kept(take(api.POST('/api/orders/{id}/lines/{lineId}', { params: { path: { id, lineId } }, body: { field, value, version } }))),
      addLine: (jobId: number, body: Partial<Schemas['EditLinesAddRequest']> & { kind: LineKind }) =>
        kept(
          take(
            api.POST('/api/orders/{id}/jobs/{jobId}/lines', {
              params: { path: { id, jobId } },
              body: { description: null, partId: null, quantity: null, hours: null, amount: null, unitCost: null, ...body },
            }),
          ),
        ),
      removeLine: (line: Line) =>
        undoable(
          take(api.DELETE('/api/orders/{id}/lines/{lineId}', { params: { path: { id, lineId: line.id } } })),
          `${line.description} is off the job.`,
          () => take(api.POST('/api/orders/{id}/lines/{lineId}/restore', { params: { path: { id, lineId: line.id } } })),
        ),
      decide: (body: Schemas['RecordDecisionRequest']) => kept(take(api.POST('/api/orders/{id}/decisions', { params: { path }, body }))),
    };
  }, [id, refresh, say]);
}

export type Edits = ReturnType<typeof useEdits>;

interface SheetWork {
  sheet: Sheet;
  edits: Edits;
  closed: boolean;
  margins: boolean;
  why: (key: string, title: string, anchor: HTMLElement) => void;
}

export const SheetContext = createContext<SheetWork | null>(null);

/** The sheet that this part belongs to. */
export function useWork(): SheetWork {
  const work = useContext(SheetContext);
  if (!work) throw new Error('This part belongs on a sheet.');
  return work;
}
