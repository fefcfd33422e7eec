import { useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { api, take, type Schemas } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';
import type { Card, Floor } from './Car';

type Stage = Schemas['Stage'];
type Block = Schemas['FloorViewBlock'];

/** Moves cars between stages and jobs to people and times; shown at once, taken back when refused, undone on demand. */
export function useMoves(floor: Floor) {
  const client = useQueryClient();
  const refresh = useRefresh();
  const say = useSay();
  const show = (change: (now: Floor) => Floor) => client.setQueryData<Floor>(['floor'], (now) => now && change(now));

  // A car that is moved twice in a row waits for its first move: the second begins where the first one put it, with the version that it left.
  const under = useRef(new Map<number, { stage: Stage; moving: Promise<number> }>());
  const stageOf = (card: Card) => under.current.get(card.id)?.stage ?? card.stage;

  const stage = async (card: Card, to: Stage) => {
    const from = stageOf(card);
    if (from === to) return;
    const move = (stage: Stage, version: number) => take(api.POST('/api/orders/{id}/stage', { params: { path: { id: card.id } }, body: { stage, version } }));
    // A list asked for before this move would show the car where it was.
    void client.cancelQueries({ queryKey: ['floor'] }, { revert: false });
    show((now) => ({ ...now, cards: now.cards.map((c) => (c.id === card.id ? { ...c, stage: to } : c)) }));
    const before = under.current.get(card.id)?.moving ?? Promise.resolve(card.version);
    const mine = { stage: to, moving: before.then(async (version) => (await move(to, version)).version) };
    under.current.set(card.id, mine);
    try {
      const version = await mine.moving;
      const name = floor.stages.find((s) => s.stage === to)?.name ?? to;
      say.done(`${card.plate || card.number}: ${name.toLowerCase()}.`, () => move(from, version).then(() => refresh(['floor'])));
    } catch (error) {
      say.refused(error);
    }
    if (under.current.get(card.id) !== mine) return;
    await refresh(['floor']);
    if (under.current.get(card.id) === mine) under.current.delete(card.id);
  };

  const step = (card: Card, by: number) => {
    const at = floor.stages.findIndex((s) => s.stage === stageOf(card));
    const to = floor.stages[at + by];
    if (to) void stage(card, to.stage);
  };

  const plan = async (jobId: number, plate: string, technicianId: number | null, start: string, before?: Block) => {
    const move = (technician: number | null, at: string, version: number) =>
      take(api.POST('/api/jobs/{jobId}/plan', { params: { path: { jobId } }, body: { technicianId: technician, start: at, version } }));
    const shift = before ? Date.parse(start) - Date.parse(before.start) : 0;
    const later = (wall: string) => new Date(Date.parse(`${wall.slice(0, 19)}Z`) + shift).toISOString().slice(0, 19);
    // The version counts on as the server's will, so that the next key does not clash with this one.
    show((now) => ({
      ...now,
      blocks: now.blocks.map((b) => (b.jobId === jobId ? { ...b, technicianId, start: later(b.start), end: later(b.end), version: b.version + 1 } : b)),
    }));
    try {
      const moved = await move(technicianId, start, before?.version ?? 0);
      const who = floor.people.find((p) => p.id === technicianId)?.shortName ?? 'no one yet';
      say.done(`${plate}: planned for ${who}.`, () =>
        (before ? move(before.technicianId, before.start, moved.version) : take(api.DELETE('/api/jobs/{jobId}/plan', { params: { path: { jobId } } }))).then(
          () => refresh(['floor']),
        ),
      );
    } catch (error) {
      say.refused(error);
    }
    await refresh(['floor']);
  };

  return { stage, step, plan };
}
