import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';

type Choice = Schemas['SelectionTotals'];
type View = Schemas['SelectionView'];

/** What is in while the order is talked through, and what it comes to. Every figure comes from the server; nothing is added up here. */
export function useTalkThrough(id: number) {
  const view = useQuery({
    queryKey: ['order', id, 'talk-through'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/talk-through', { signal, params: { path: { id } } })),
  });
  const [out, setOut] = useState<ReadonlySet<number>>(new Set());
  const [linesOut, setLinesOut] = useState<ReadonlySet<number>>(new Set());
  const data = view.data;
  const open = data?.estimate.jobs.filter((job) => data.openJobs.includes(job.id)) ?? [];
  const inside = open.filter((job) => !out.has(job.id));
  const lines = [...linesOut].filter((line) => inside.some((job) => job.lines.some((l) => l.id === line))).sort((a, b) => a - b);
  const chosen = inside.map((job) => job.id).join();
  const beforehand = lines.length === 0 ? data?.choices.find((choice) => choice.jobIds.join() === chosen) : undefined;
  const asked = useQuery({
    queryKey: ['order', id, 'talk-through', data?.version, inside.map((job) => job.id), lines],
    queryFn: () =>
      unwrap(
        api.POST('/api/orders/{id}/talk-through/choice', {
          params: { path: { id } },
          body: { jobIds: inside.map((job) => job.id), linesOut: lines },
        }),
      ),
    enabled: data !== undefined && !beforehand,
    placeholderData: (before) => before,
  });
  const without = open.filter((job) => out.has(job.id)).map((job) => job.id);
  const ready = useQuery({
    queryKey: ['order', id, 'promise', 'without', without],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/promise', { signal, params: { path: { id }, query: { without } } })),
    enabled: data !== undefined,
    placeholderData: (before) => before,
    staleTime: 30_000,
  });
  const flip = (set: ReadonlySet<number>, key: number) => {
    const next = new Set(set);
    if (!next.delete(key)) next.add(key);
    return next;
  };
  return {
    view,
    open,
    out,
    linesOut,
    lines,
    figures: beforehand ?? (asked.data as Choice | undefined),
    settled: beforehand !== undefined || !asked.isPlaceholderData,
    /** When the vehicle could be ready with what is in. */
    ready: ready.data,
    switchJob: (job: number) => setOut(flip(out, job)),
    switchLine: (line: number) => setLinesOut(flip(linesOut, line)),
  };
}

export type Talk = ReturnType<typeof useTalkThrough>;
export type TalkView = View;
