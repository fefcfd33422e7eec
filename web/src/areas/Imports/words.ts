import type { Schemas } from '../../lib/api';

export const KIND_WORDS: Record<Schemas['ImportKind'], string> = { Customers: 'customers', Vehicles: 'cars', Orders: 'former orders' };

export const STATE_WORDS: Record<Schemas['ImportState'], string> = {
  Previewed: 'looked at, not brought in',
  Running: 'being brought in',
  Done: 'brought in',
  Undoing: 'being taken back',
  Undone: 'taken back',
  Stopped: 'stopped',
};

/** A number of things in words. */
export function count(number: number, one: string, many: string): string {
  return `${number.toLocaleString('en-US')} ${number === 1 ? one : many}`;
}
