import { useRef, useState, type PointerEvent as ReactPointerEvent } from 'react';
import { minuteAt, type Axis } from './geometry';
import type { Placed } from './useSchedule';

/** A place on the board: a lane, a day, a minute. */
export interface Spot {
  lane: number | null;
  day: string;
  minute: number;
}

/** What the pointer would do if it were let go now. */
export interface Ghost extends Spot {
  minutes: number;
  what: Placed | null;
}

/** Pointers move a little by themselves: only from here on something is dragged. */
const STIRRED = 5;

/** The cell under a point, and the minute there. */
function spotAt(x: number, y: number, axis: Axis, step: number): Spot | null {
  const cell = document.elementsFromPoint(x, y).find((e): e is HTMLElement => e instanceof HTMLElement && !!e.dataset.cell);
  if (!cell) return null;
  const box = cell.getBoundingClientRect();
  return {
    lane: cell.dataset.lane === 'none' ? null : Number(cell.dataset.lane),
    day: cell.dataset.day!,
    minute: minuteAt((x - box.left) / box.width, axis, step),
  };
}

/**
 * Dragging of blocks and drawing of spans on the board.
 * @param axis The axis of a day.
 * @param step Minutes by which things are placed.
 * @param onDrop Something was let go somewhere.
 * @param onDraw A span was drawn.
 */
export function useBoardPointer(
  axis: Axis,
  step: number,
  onDrop: (what: Placed, to: Spot) => void,
  onDraw: (spot: Spot, minutes: number) => void,
) {
  const [ghost, setGhost] = useState<Ghost | null>(null);
  // A drag ends with a click on what was dragged: that one opens nothing.
  const dragged = useRef(false);

  const follow = (event: ReactPointerEvent, move: (e: PointerEvent) => void, drop: () => void) => {
    const { clientX, clientY, pointerId } = event;
    let stirred = false;
    dragged.current = false;
    const moved = (e: PointerEvent) => {
      if (e.pointerId !== pointerId) return;
      stirred ||= Math.hypot(e.clientX - clientX, e.clientY - clientY) > STIRRED;
      if (!stirred) return;
      dragged.current = true;
      e.preventDefault();
      move(e);
    };
    const end = (e: Event) => {
      window.removeEventListener('pointermove', moved);
      window.removeEventListener('pointerup', end);
      window.removeEventListener('pointercancel', end);
      window.removeEventListener('keydown', escaped, true);
      if (stirred && e.type === 'pointerup') drop();
      setGhost(null);
    };
    const escaped = (e: KeyboardEvent) => {
      if (e.key !== 'Escape') return;
      e.stopPropagation();
      end(e);
    };
    window.addEventListener('pointermove', moved);
    window.addEventListener('pointerup', end);
    window.addEventListener('pointercancel', end);
    window.addEventListener('keydown', escaped, true);
  };

  /** Begins to drag something. */
  const drag = (event: ReactPointerEvent<HTMLElement>, what: Placed, minutes: number) => {
    if (event.button !== 0) return;
    const grabbed = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const height = event.currentTarget.getBoundingClientRect().height / 2;
    let at: Ghost | null = null;
    follow(
      event,
      (e) => {
        const spot = spotAt(e.clientX - Math.min(grabbed, 60), e.clientY, axis, step) ?? spotAt(e.clientX, e.clientY - height, axis, step);
        at = spot && { ...spot, minutes, what };
        setGhost(at);
      },
      () => at && onDrop(what, at),
    );
  };

  /** Begins to draw a span. */
  const draw = (event: ReactPointerEvent<HTMLElement>) => {
    if (event.button !== 0 || event.target !== event.currentTarget) return;
    const from = spotAt(event.clientX, event.clientY, axis, step);
    if (!from) return;
    let at: Ghost | null = null;
    follow(
      event,
      (e) => {
        const to = spotAt(e.clientX, e.clientY, axis, step);
        const until = to?.day === from.day ? to.minute : axis.until;
        const minute = Math.min(from.minute, until);
        at = { ...from, minute, minutes: Math.max(step, Math.abs(until - from.minute)), what: null };
        setGhost(at);
      },
      () => at && onDraw(at, at.minutes),
    );
  };

  return { ghost, drag, draw, wasDragged: () => dragged.current };
}
