import { useEffect, useRef } from 'react';

/** So long after a move its place may still change, in milliseconds; later nobody's hands are expected there. */
const SETTLES = 5000;

/**
 * What was moved stands elsewhere as a new element: the hands stay with it.
 * @param mark the attribute that tells one from another, as in `data-car`.
 * @param seen what changes when things stand elsewhere.
 * @returns what to call with what is being moved.
 */
export function useFocusAfterMove(mark: 'data-car' | 'data-job' | 'data-item', seen: unknown) {
  const held = useRef<{ id: number | string; at: number } | null>(null);
  useEffect(() => {
    if (held.current === null || document.activeElement !== document.body) return;
    if (performance.now() - held.current.at > SETTLES) held.current = null;
    else document.querySelector<HTMLElement>(`[${mark}="${held.current.id}"]`)?.focus();
  }, [mark, seen]);
  return (id: number | string) => {
    held.current = { id, at: performance.now() };
  };
}
