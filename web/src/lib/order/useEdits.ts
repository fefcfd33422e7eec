import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api, unwrap, type Schemas } from '../api';
import { useRefresh } from '../shop';
import { takeSheet, type SheetUpdate } from './sheet';
import { useSay } from '../../ui/Toasts';
import type { History } from './useHistory';
import type { Companion, Job, Line, LineKind, TakeRequest } from './useSheet';

type Changed = Schemas['Changed'];

/** What can be done on a sheet. Each change is kept as it is made, and can be taken back in turn. */
export function useEdits(id: number, history: History) {
  const refresh = useRefresh();
  const client = useQueryClient();
  const say = useSay();
  return useMemo(() => {
    const path = { id };
    /** A change with what it did to the sheet; what was refused is read anew, for others may have been faster. */
    const kept = async <T>(call: Promise<T>): Promise<T> => {
      let told: SheetUpdate | null | undefined;
      try {
        const answer = await call;
        told = (answer as { sheet?: SheetUpdate | null } | undefined)?.sheet;
        return answer;
      } finally {
        await takeSheet(client, id, told);
      }
    };
    /** Work that becomes a step of the history once it is kept. */
    const tracked =
      <A extends unknown[], T>(work: (...args: A) => Promise<T>) =>
      (...args: A) =>
        history.during(work(...args));
    /** A field before and after, with the version that each sending saw. */
    const field = tracked(
      async (text: string, before: string, after: string, version: number, send: (value: string, version: number) => Promise<Changed>) => {
        let seen = (await kept(send(after, version))).version;
        const again = (value: string) => async () => void (seen = (await kept(send(value, seen))).version);
        history.did({ text, undo: again(before), redo: again(after) });
      },
    );
    /** Something with a way back that is told. */
    const reversible = tracked(async (text: string, act: () => Promise<unknown>, back: () => Promise<unknown>) => {
      try {
        await kept(act());
        const undo = () => kept(back());
        const step = { text, undo, redo: () => kept(act()) };
        history.did(step);
        say.done(text, () => {
          history.drop(step);
          return undo();
        });
      } catch (error) {
        say.refused(error);
      }
    });
    const removeLine = (lineId: number, version?: number) =>
      unwrap(
        api.DELETE('/api/orders/{id}/lines/{lineId}', {
          params: { path: { id, lineId }, query: version === undefined ? {} : { version } },
        }),
      );
    const restoreLine = (lineId: number) =>
      unwrap(api.POST('/api/orders/{id}/lines/{lineId}/restore', { params: { path: { id, lineId } } }));
    const removeJob = (jobId: number) => unwrap(api.DELETE('/api/orders/{id}/jobs/{jobId}', { params: { path: { id, jobId } } }));
    const restoreJob = (jobId: number) => unwrap(api.POST('/api/orders/{id}/jobs/{jobId}/restore', { params: { path: { id, jobId } } }));
    const inTurn = async (calls: (() => Promise<unknown>)[]) => {
      let last: unknown;
      for (const call of calls) last = await call();
      return last;
    };
    /** What was added goes off again with undo, unless somebody changed it since. */
    const added = (text: string, jobIds: number[], lineIds: number[]) =>
      history.did({
        text,
        undo: () => kept(inTurn([...lineIds.map((line) => () => removeLine(line, 1)), ...jobIds.map((job) => () => removeJob(job))])),
        redo: () => kept(inTurn([...jobIds.map((job) => () => restoreJob(job)), ...lineIds.map((line) => () => restoreLine(line))])),
      });
    return {
      kept,
      history,
      header: (name: string, before: string, value: string, version: number, confirmed = false) =>
        field(name, before, value, version, (text, seen) =>
          // What stood there before was right before: undo is not asked about it.
          unwrap(
            api.POST('/api/orders/{id}/header', {
              params: { path },
              body: { field: name, value: text, version: seen, confirmed: confirmed || text === before },
            }),
          ),
        ),
      concern: (concernId: number, name: string, before: string, value: string, version: number) =>
        field(name, before, value, version, (text, seen) =>
          unwrap(
            api.POST('/api/orders/{id}/concerns/{concernId}', {
              params: { path: { id, concernId } },
              body: { field: name, value: text, version: seen },
            }),
          ),
        ),
      passCeiling: (reason: string) => kept(unwrap(api.POST('/api/orders/{id}/ceiling', { params: { path }, body: { reason } }))),
      addConcern: (complaint: string) => kept(unwrap(api.POST('/api/orders/{id}/concerns', { params: { path }, body: { complaint } }))),
      job: (job: Job, name: string, before: string, value: string) =>
        field(job.title, before, value, job.version, (text, version) =>
          unwrap(
            api.POST('/api/orders/{id}/jobs/{jobId}', {
              params: { path: { id, jobId: job.id } },
              body: { field: name, value: text, version },
            }),
          ),
        ),
      payer: (name: string, customerId: number, which: string, before: string, value: string, version: number) =>
        field(name, before, value, version, (text, seen) =>
          unwrap(
            api.POST('/api/orders/{id}/payers/{customerId}', {
              params: { path: { id, customerId } },
              body: { field: which, value: text, version: seen, confirmed: false },
            }),
          ),
        ),
      addJob: tracked(async (title: string) => {
        const made = await kept(unwrap(api.POST('/api/orders/{id}/jobs', { params: { path }, body: { title } })));
        added(title, [made.id], []);
        return made;
      }),
      companion: (job: Job, code: string, name: string, before: string, value: string) =>
        field(code, before, value, job.version, (text, version) =>
          unwrap(
            api.POST('/api/orders/{id}/jobs/{jobId}/companions', {
              params: { path: { id, jobId: job.id } },
              body: { code, field: name, value: text, version },
            }),
          ),
        ),
      waive: (job: Job, companion: Companion) => {
        let version = job.version;
        const set = async (value: string) => {
          const params = { path: { id, jobId: job.id } };
          const body = { code: companion.code, field: 'waived', value, version };
          const answer = await unwrap(api.POST('/api/orders/{id}/jobs/{jobId}/companions', { params, body }));
          version = answer.version;
          return answer;
        };
        return reversible(
          `${companion.label} waived.`,
          () => set('true'),
          () => set('false'),
        );
      },
      reprice: (from: number, to: number) => {
        const by = (policyVersionId: number) =>
          unwrap(api.POST('/api/orders/{id}/reprice', { params: { path }, body: { policyVersionId } }));
        return reversible(
          `Repriced with pricing version ${to}.`,
          () => by(to),
          () => by(from),
        );
      },
      removeJob: (job: Job) =>
        reversible(
          `${job.title} removed.`,
          () => removeJob(job.id),
          () => restoreJob(job.id),
        ),
      line: (line: Line, name: string, before: string, value: string) =>
        field(line.description, before, value, line.version, (text, version) =>
          unwrap(
            api.POST('/api/orders/{id}/lines/{lineId}', {
              params: { path: { id, lineId: line.id } },
              body: { field: name, value: text, version },
            }),
          ),
        ),
      /** What came for a line goes into the shop's stock instead. */
      intoStock: async (line: Line) => {
        await kept(unwrap(api.POST('/api/orders/{id}/lines/{lineId}/into-stock', { params: { path: { id, lineId: line.id } } })));
        say.done(`${line.description} is in stock now.`);
        await refresh(['parts']);
      },
      addLine: tracked(async (jobId: number, body: Partial<Schemas['EditLinesAddRequest']> & { kind: LineKind }) => {
        const made = await kept(
          unwrap(
            api.POST('/api/orders/{id}/jobs/{jobId}/lines', {
              params: { path: { id, jobId } },
              body: { description: null, partId: null, quantity: null, hours: null, amount: null, unitCost: null, ...body },
            }),
          ),
        );
        added(body.description ?? 'Line', [], [made.id]);
        return made;
      }),
      removeLines: (lines: Line[]) =>
        reversible(
          lines.length === 1 ? `${lines[0]!.description} removed.` : `${lines.length} lines removed.`,
          () => inTurn(lines.map((line) => () => removeLine(line.id))),
          () => inTurn(lines.map((line) => () => restoreLine(line.id))),
        ),
      /** Takes anything that a list showed: it lands complete. */
      take: tracked(async (request: TakeRequest, text: string, corrected?: { line: Line; known: number }) => {
        const taken = await kept(unwrap(api.POST('/api/orders/{id}/take', { params: { path }, body: request })));
        if (taken.discountId) {
          const params = { path: { id, discountId: taken.discountId } };
          history.did({
            text,
            undo: () => kept(unwrap(api.DELETE('/api/orders/{id}/discounts/{discountId}', { params }))),
            redo: () => kept(unwrap(api.POST('/api/orders/{id}/discounts/{discountId}/restore', { params }))),
          });
        } else if (request.insteadOf) {
          const old = request.insteadOf;
          history.did({
            text,
            undo: () => kept(inTurn([...taken.jobIds.map((job) => () => removeJob(job)), () => restoreJob(old)])),
            redo: () => kept(inTurn([() => removeJob(old), ...taken.jobIds.map((job) => () => restoreJob(job))])),
          });
        } else if (corrected) {
          let seen = taken.lineVersion ?? corrected.line.version;
          const params = { path: { id, lineId: corrected.line.id } };
          const put = (value: number) => async () => {
            const body = { field: 'quantity', value: String(value), version: seen };
            seen = (await kept(unwrap(api.POST('/api/orders/{id}/lines/{lineId}', { params, body })))).version;
          };
          history.did({ text, undo: put(corrected.line.quantity ?? 1), redo: put(corrected.known) });
        } else if (request.lineId && taken.lineVersion) {
          // Another source: the one before comes back, and goes again.
          let seen = taken.lineVersion;
          const params = { path: { id, lineId: request.lineId } };
          const back = async () => {
            seen = (await kept(unwrap(api.POST('/api/orders/{id}/lines/{lineId}/source-back', { params, body: { version: seen } }))))
              .version;
          };
          history.did({ text, undo: back, redo: back });
        } else if (!request.lineId) added(text, taken.jobIds, taken.jobIds.length > 0 ? [] : taken.lineIds);
        return taken;
      }),
      takeBack: (discount: Schemas['SheetDiscount']) => {
        const params = { path: { id, discountId: discount.id } };
        return reversible(
          `Discount removed: ${discount.text}.`,
          () => unwrap(api.DELETE('/api/orders/{id}/discounts/{discountId}', { params })),
          () => unwrap(api.POST('/api/orders/{id}/discounts/{discountId}/restore', { params })),
        );
      },
      paste: tracked(async (jobId: number, text: string) => {
        const pasted = await kept(
          unwrap(api.POST('/api/orders/{id}/jobs/{jobId}/paste', { params: { path: { id, jobId } }, body: { text } })),
        );
        added('Pasted lines', [], pasted.lineIds);
        return pasted;
      }),
      /** Moves lines before another; the way back is before the one that came after them. */
      moveLines: tracked(
        async (lineIds: number[], jobId: number, beforeId: number | null, from: { jobId: number; beforeId: number | null }) => {
          const to = (target: { jobId: number; beforeId: number | null }) => () =>
            kept(unwrap(api.POST('/api/orders/{id}/move-lines', { params: { path }, body: { lineIds, ...target } })));
          await to({ jobId, beforeId })();
          history.did({ text: 'Moved lines', undo: to(from), redo: to({ jobId, beforeId }) });
        },
      ),
      moveJob: tracked(async (jobId: number, beforeId: number | null, from: number | null) => {
        const to = (before: number | null) => () =>
          kept(unwrap(api.POST('/api/orders/{id}/move-job', { params: { path }, body: { jobId, beforeId: before } })));
        await to(beforeId)();
        history.did({ text: 'Moved a job', undo: to(from), redo: to(beforeId) });
      }),
      technician: (jobId: number | null, technicianId: number | null) =>
        kept(unwrap(api.POST('/api/orders/{id}/technician', { params: { path }, body: { jobId, technicianId } }))),
      answer: (question: string, text: string, answer: string) =>
        kept(unwrap(api.POST('/api/orders/{id}/answers', { params: { path }, body: { question, text, answer } }))),
      note: (text: string) => kept(unwrap(api.POST('/api/orders/{id}/record', { params: { path }, body: { text } }))),
      decide: (body: Schemas['RecordDecisionRequest']) => kept(unwrap(api.POST('/api/orders/{id}/decisions', { params: { path }, body }))),
    };
  }, [id, client, refresh, say, history]);
}

export type Edits = ReturnType<typeof useEdits>;
