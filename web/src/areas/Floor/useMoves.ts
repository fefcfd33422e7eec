import { useMemo, useRef, useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { clock } from '../../lib/format';
import { useRefresh } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';
import type { Card, Floor } from './Car';
import { InTurn, applyPendingMoves, type Put, type Underway } from './pendingMoves';

type StageView = Schemas['StageView'];
type Block = Schemas['FloorBlock'];

/** Moves on the floor as they are made, and the floor with them in it. */
export type Moves = ReturnType<typeof useMoves>;

const without = <T>(map: ReadonlyMap<number, T>, key: number) => new Map([...map].filter(([k]) => k !== key));

/** Moves cars between stages and jobs to people and times; shown at once, taken back when refused, undone on demand. */
export function useMoves(sent: Floor | undefined) {
  const refresh = useRefresh();
  const say = useSay();
  const [underway, setUnderway] = useState<Underway>({ stages: new Map(), plans: new Map() });
  const turns = useRef({ stages: new InTurn(), plans: new InTurn() });
  const floor = useMemo(() => sent && applyPendingMoves(sent, underway), [sent, underway]);

  /** Shows a move at once and sends it in its turn; it gives way to the server's own floor once that knows of it. */
  const run = async <K extends keyof Underway>(
    kind: K,
    key: number,
    place: Underway[K] extends ReadonlyMap<number, infer P> ? P : never,
    version: number,
    send: (version: number) => Promise<number>,
    done: (version: number) => void,
  ) => {
    const turn = turns.current[kind];
    setUnderway((now) => ({ ...now, [kind]: new Map([...now[kind], [key, place]] as [number, unknown][]) }));
    const told = async (version: number) => {
      try {
        const after = await send(version);
        done(after);
        return after;
      } catch (error) {
        say.refused(error);
        throw error;
      }
    };
    await turn.send(key, version, told, () => refresh(['floor'])).catch(() => undefined);
    if (!turn.busy(key)) setUnderway((now) => ({ ...now, [kind]: without<unknown>(now[kind], key) }));
  };

  const stage = async (card: Card, to: StageView) => {
    if (card.stageId === to.id) return;
    const from = card.stageId;
    const move = async (stageId: number, version: number) =>
      (await unwrap(api.POST('/api/orders/{id}/stage', { params: { path: { id: card.id } }, body: { stageId, version } }))).version;
    await run(
      'stages',
      card.id,
      to,
      card.version,
      (version) => move(to.id, version),
      (version) => say.done(`${card.plate || card.number}: ${to.name}.`, () => move(from, version).then(() => refresh(['floor']))),
    );
  };

  /** Moves a car to the stage of that key. */
  const stageId = (card: Card, id: number) => {
    const to = floor?.stages.find((s) => s.id === id);
    if (to) void stage(card, to);
  };

  const step = (card: Card, by: number) => {
    if (!floor) return;
    const at = floor.stages.findIndex((s) => s.id === card.stageId);
    // Nothing is moved into a retired stage: it is stepped over.
    for (let next = at + by; next >= 0 && next < floor.stages.length; next += by)
      if (!floor.stages[next]!.isRetired) return void stage(card, floor.stages[next]!);
  };

  const plan = async (jobId: number, plate: string, to: Put, before?: Block) => {
    const move = async ({ technicianId, bayId, start }: Put, version: number) =>
      (await unwrap(api.POST('/api/calendar/place', { body: { kind: 'Job', id: jobId, technicianId, bayId, start, version } }))).version;
    await run(
      'plans',
      jobId,
      to,
      before?.version ?? 0,
      (version) => move(to, version),
      (version) => {
        const who = floor?.people.find((p) => p.id === to.technicianId)?.shortName ?? 'unassigned';
        const bay = floor?.bays.find((b) => b.id === to.bayId)?.name;
        say.done(`${plate}: scheduled for ${who}${bay ? ` in ${bay}` : ''} at ${clock(to.start)}.`, () =>
          (before ? move(before, version) : unwrap(api.DELETE('/api/jobs/{jobId}/plan', { params: { path: { jobId } } }))).then(() =>
            refresh(['floor']),
          ),
        );
      },
    );
  };

  return { floor, stageId, step, plan };
}
