import { useEffect, useMemo, useRef, useState, type FocusEvent } from 'react';
import { onHere, tellHere } from '../../../lib/changes/feed';

const NOBODY: ReadonlyMap<number, string> = new Map();

/** Who else has this order open, and which line they are in. */
export function usePresence(orderId: number) {
  const [others, setOthers] = useState<{ name: string; lineId: number | null }[]>([]);
  const line = useRef<number | null>(null);
  useEffect(() => {
    const stop = onHere((order, people) => order === orderId && setOthers(people));
    tellHere(orderId, null);
    return () => {
      stop();
      tellHere(null, null);
    };
  }, [orderId]);
  const tell = (lineId: number | null) => {
    if (line.current === lineId) return;
    line.current = lineId;
    tellHere(orderId, lineId);
  };
  const lines = useMemo(() => {
    const within = others.filter((other) => other.lineId !== null);
    return within.length === 0 ? NOBODY : new Map(within.map((other) => [other.lineId!, other.name]));
  }, [others]);
  return {
    people: [...new Set(others.map((other) => other.name))],
    lines,
    onFocus: (event: FocusEvent<HTMLElement>) => {
      const row = event.target.closest<HTMLElement>('[data-line]');
      tell(row ? Number(row.dataset.line) : null);
    },
    onBlur: (event: FocusEvent<HTMLElement>) => {
      if (!event.currentTarget.contains(event.relatedTarget)) tell(null);
    },
  };
}
