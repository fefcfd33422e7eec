import { useCallback, useEffect, useRef, useState } from 'react';

/**
 * The job that the hands are in. The present job stands open and the others close, which moves what is below; while a button of the
 * mouse is down that waits, or the click would end beside what it began on.
 */
export function useActiveJob() {
  const [currentId, setCurrent] = useState<number | null>(null);
  const down = useRef(false);
  const next = useRef<number | null>(null);
  useEffect(() => {
    const press = () => {
      down.current = true;
    };
    const release = () =>
      // After the click, which follows in the same turn.
      setTimeout(() => {
        down.current = false;
        if (next.current !== null) setCurrent(next.current);
        next.current = null;
      });
    window.addEventListener('pointerdown', press, true);
    const ends = ['pointerup', 'pointercancel', 'dragend'] as const;
    ends.forEach((end) => window.addEventListener(end, release, true));
    return () => {
      window.removeEventListener('pointerdown', press, true);
      ends.forEach((end) => window.removeEventListener(end, release, true));
    };
  }, []);
  const focus = useCallback((id: number) => {
    if (down.current) next.current = id;
    else setCurrent(id);
  }, []);
  return { currentId, setCurrent, focus };
}
