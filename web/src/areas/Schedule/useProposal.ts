import { useMemo, useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';
import type { Calendar, Item } from './calendarQuery';

export type ProposalView = Schemas['ProposalView'];
export type Move = Schemas['MoveView'];

/** A better plan: asked for, laid over what is scheduled, taken whole or in part, or left. */
export function useProposal(calendar: Calendar | undefined) {
  const refresh = useRefresh();
  const say = useSay();
  const [view, setView] = useState<ProposalView | null>(null);
  const [busy, setBusy] = useState(false);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());

  const ask = async () => {
    if (busy) return;
    setBusy(true);
    try {
      setView(await unwrap(api.GET('/api/plan/proposal', {})));
      setLeft(new Set());
    } catch (error) {
      say.refused(error);
    }
    setBusy(false);
  };
  const close = () => setView(null);
  const toggle = (jobId: number) =>
    setLeft((before) => (before.has(jobId) ? new Set([...before].filter((id) => id !== jobId)) : new Set([...before, jobId])));
  const taken = view?.moves.filter((m) => !left.has(m.jobId)) ?? [];

  const take = async () => {
    if (!view) return;
    const send = (body: Schemas['TakePlanRequest']) => unwrap(api.POST('/api/plan/take', { body }));
    const renew = () => refresh(['calendar'], ['floor']);
    try {
      const { back } = await send({ at: view.at, moves: taken.map((m) => ({ jobId: m.jobId, to: m.after, version: m.version })) });
      setView(null);
      await renew();
      say.done(taken.length === 1 ? '1 job moved.' : `${taken.length} jobs moved.`, () => send({ at: null, moves: back }).then(renew));
    } catch (error) {
      say.refused(error);
    }
  };

  /** The moves that are to be taken, as blocks where they would stand. */
  const laid = useMemo(() => {
    const items = new Map<number, Item>();
    view?.moves
      .filter((m) => !left.has(m.jobId))
      .forEach((m) => {
        const there = calendar?.items.find((i) => i.kind === 'Job' && i.id === m.jobId);
        items.set(m.jobId, {
          ...(there ?? blank(m)),
          ...m.after,
          end: m.end,
          spans: m.spans,
          warnings: [],
        });
      });
    return items;
  }, [view, left, calendar]);

  return { shown: view, busy, ask, close, take, toggle, left, taken, laid };
}

export type Proposal = ReturnType<typeof useProposal>;

const blank = (m: Move): Item => ({
  kind: 'Job',
  id: m.jobId,
  orderId: m.orderId,
  state: null,
  plate: m.plate,
  vehicle: '',
  customer: '',
  title: m.title,
  ...m.after,
  end: m.end,
  spans: [],
  minutes: 0,
  isCertain: m.isCertain,
  isFixed: false,
  isHeld: false,
  isOver: false,
  transport: '',
  warnings: [],
  version: m.version,
});
