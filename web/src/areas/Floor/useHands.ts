import { useEffect, useRef } from 'react';

/**
 * What was moved stands elsewhere as a new element: the hands stay with it.
 * @param mark the attribute that tells one from another, as in `data-car`.
 * @param seen what changes when things stand elsewhere.
 * @returns what to call with what is being moved.
 */
export function useHands(mark: 'data-car' | 'data-job', seen: unknown) {
  const held = useRef<number | null>(null);
  useEffect(() => {
    if (held.current === null || document.activeElement !== document.body) return;
    document.querySelector<HTMLElement>(`[${mark}="${held.current}"]`)?.focus();
  }, [mark, seen]);
  return (id: number) => {
    held.current = id;
  };
}
