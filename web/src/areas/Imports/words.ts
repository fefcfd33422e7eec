import type { Schemas } from '../../lib/api';

export const KIND_WORDS: Record<Schemas['ImportKind'], string> = {
  Customers: 'customers',
  Vehicles: 'vehicles',
  Orders: 'imported orders',
  Parts: 'parts',
  CannedJobs: 'canned jobs',
};

export const STATE_WORDS: Record<Schemas['ImportState'], string> = {
  Previewed: 'not imported yet',
  Running: 'importing',
  Done: 'imported',
  Undoing: 'being undone',
  Undone: 'undone',
  Stopped: 'stopped',
};

/** A number of things in words. */
export function count(number: number, one: string, many: string): string {
  return `${number.toLocaleString('en-US')} ${number === 1 ? one : many}`;
}
