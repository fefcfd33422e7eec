/** Limits of a measured value, as the shop has them. */
export interface Limits {
  watch: number | null;
  due: number | null;
  unsafe: number | null;
}

/** A limit on a rule: what it is called, its value, where it stands in percent of the rule. */
export interface Mark {
  name: 'watch' | 'due' | 'unsafe';
  at: number;
  place: string;
}

/** A rule on which values and limits are drawn: its limits, and where a value stands; null where there is nothing to draw. */
export function ruleOf(limits: Limits, values: (number | null)[]): { marks: Mark[]; place: (value: number) => string } | null {
  const named = (['watch', 'due', 'unsafe'] as const)
    .map((name) => ({ name, at: limits[name] }))
    .filter((mark): mark is { name: Mark['name']; at: number } => mark.at !== null);
  const all = [...named.map((mark) => mark.at), ...values].filter((value): value is number => value !== null);
  if (all.length === 0) return null;
  const [least, most] = [Math.min(...all), Math.max(...all)];
  // Values that lie close together far from zero, as volts do, are drawn where they are.
  const close = least > most * 0.6;
  const top = close ? most + (most - least || 1) : most * 1.25 || 1;
  const low = close ? least - (most - least || 1) : Math.min(0, least);
  const place = (value: number) => `${Math.max(0, Math.min(100, ((value - low) / (top - low)) * 100)).toFixed(1)}%`;
  return { marks: named.map((mark) => ({ ...mark, place: place(mark.at) })), place };
}
