import type { Schemas } from '../../lib/api';
import type { Floor } from './Car';

type StageView = Schemas['StageView'];

/** Where a job was put. */
export interface Put {
  technicianId: number | null;
  bayId: number | null;
  /** Wall time in the shop. */
  start: string;
}

/** Moves that the server has not confirmed yet: cars by order, blocks by job. */
export interface Underway {
  stages: ReadonlyMap<number, StageView>;
  plans: ReadonlyMap<number, Put>;
}

const ms = (wall: string) => Date.parse(`${wall.slice(0, 19)}Z`);

/** A floor as the server sent it, whenever it was asked for, with what was moved meanwhile where it was put. */
export function applyPendingMoves(floor: Floor, { stages, plans }: Underway): Floor {
  if (stages.size + plans.size === 0) return floor;
  return {
    ...floor,
    cards: floor.cards.map((card) => {
      const to = stages.get(card.id);
      return to ? { ...card, stage: to.meaning, stageId: to.id } : card;
    }),
    blocks: floor.blocks.map((block) => {
      const put = plans.get(block.jobId);
      if (!put) return block;
      const end = new Date(ms(put.start) + ms(block.end) - ms(block.start)).toISOString().slice(0, 19);
      return { ...block, technicianId: put.technicianId, bayId: put.bayId, start: put.start.slice(0, 19), end };
    }),
  };
}

/**
 * Sends changes of one thing one after the other: each begins with the version that the one before left. Where one is refused, those that
 * wait for it are not sent.
 */
export class InTurn {
  private readonly last = new Map<number, Promise<number>>();

  /**
   * Sends a change in its turn.
   * @param key what is changed.
   * @param version its version where nothing is under way.
   * @param send sends it and gives the version after it.
   * @param settle what follows the last change under way, before it counts as done.
   */
  async send(key: number, version: number, send: (version: number) => Promise<number>, settle: () => Promise<unknown>): Promise<number> {
    const before = this.last.get(key);
    const mine = before ? before.then(send) : send(version);
    this.last.set(key, mine);
    const isLast = () => this.last.get(key) === mine;
    try {
      const after = await mine;
      if (isLast()) await settle();
      return after;
    } catch (error) {
      // What is changed from here on does not wait for what was refused.
      if (isLast()) {
        this.last.delete(key);
        await settle();
      }
      throw error;
    } finally {
      if (isLast()) this.last.delete(key);
    }
  }

  /** Whether something is under way. */
  busy(key: number): boolean {
    return this.last.has(key);
  }
}
