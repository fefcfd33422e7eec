let ahead = 0;
const listeners = new Set<() => void>();

/** The shop said what time it is; UTC. A device whose clock is off shows the shop's time all the same. */
export function hearTime(utc: string): void {
  ahead = Date.parse(utc) - Date.now();
  listeners.forEach((listener) => listener());
}

/** Now, as the shop's clock has it: milliseconds since 1970, UTC. Without a word from the shop, as the device's clock has it. */
export const shopNow = (): number => Date.now() + ahead;

/** Hears that the shop said what time it is. */
export function onTime(listener: () => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}
