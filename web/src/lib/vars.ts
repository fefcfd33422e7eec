import type { CSSProperties } from 'react';

/** What only the data know, handed to a style sheet as custom properties: places on an axis, shares, what is being dragged. */
export function vars(values: Record<`--${string}`, string>): CSSProperties {
  return values as CSSProperties;
}

/** How far something is dragged. */
export const dragged = (by: { x: number; y: number } | null): CSSProperties | undefined =>
  by ? vars({ '--x': `${by.x}px`, '--y': `${by.y}px` }) : undefined;
