import { useEffect, useRef } from 'react';

/** A bar of links that scrolls sideways where it has no room: the chosen one is brought into sight whenever it is another. */
export function useInSight<T extends HTMLElement>(chosen: string) {
  const bar = useRef<T>(null);
  useEffect(() => {
    bar.current?.querySelector('a.active')?.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, [chosen]);
  return bar;
}
