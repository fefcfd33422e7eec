import { useMemo, useRef, useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { clock } from '../../lib/format';
import { useRefresh } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';
import type { Card, Floor } from './Car';
import { InTurn, applyPendingMoves, type Put, type Underway } from './pendingMoves';

type Stage = Schemas['Stage'];
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

  const stage = async (card: Card, to: Stage) => {
    if (card.stage === to) return;
    const from = card.stage;
    const move = async (stage: Stage, version: number) =>
      (await unwrap(api.POST('/api/orders/{id}/stage', { params: { path: { id: card.id } }, body: { stage, version } }))).version;
    await run(
      'stages',
      card.id,
      to,
      card.version,
      (version) => move(to, version),
      (version) => {
        const name = floor?.stages.find((s) => s.stage === to)?.name ?? to;
        say.done(`${card.plate || card.number}: ${name.toLowerCase()}.`, () => move(from, version).then(() => refresh(['floor'])));
      },
    );
  };

  const step = (card: Card, by: number) => {
    const at = floor?.stages.findIndex((s) => s.stage === card.stage) ?? -1;
    const to = floor?.stages[at + by];
    if (to) void stage(card, to.stage);
  };

  const plan = async (jobId: number, plate: string, technicianId: number | null, start: string, before?: Block) => {
    const move = async (put: Put, version: number) =>
      (
        await unwrap(
          api.POST('/api/jobs/{jobId}/plan', {
            params: { path: { jobId } },
            body: { technicianId: put.technicianId, start: put.start, version },
          }),
        )
      ).version;
    const to = { technicianId, start };
    await run(
      'plans',
      jobId,
      to,
      before?.version ?? 0,
      (version) => move(to, version),
      (version) => {
        const who = floor?.people.find((p) => p.id === technicianId)?.shortName ?? 'no one yet';
        say.done(`${plate}: planned for ${who} at ${clock(start)}.`, () =>
          (before ? move(before, version) : unwrap(api.DELETE('/api/jobs/{jobId}/plan', { params: { path: { jobId } } }))).then(() =>
            refresh(['floor']),
          ),
        );
      },
    );
  };

  return { floor, stage, step, plan };
}
