import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../lib/api';
import { matching } from './matching';

const job = (title: string, words: string): Schemas['CannedJobView'] => ({
  id: 1,
  title,
  system: 'Brakes',
  words,
  fixedPrice: null,
  hours: 1,
  parts: 1,
});
const jobs = [job('Front brake pads', 'squeal'), job('Rear brake pads and rotors', 'grinding')];

describe('canned jobs', () => {
  it('are found by any of their words, in any order', () => expect(matching(jobs, 'pads front')).toHaveLength(1));
  it('are found by words that are not in the title', () => expect(matching(jobs, 'GRIND')[0]?.title).toBe('Rear brake pads and rotors'));
  it('are not offered before anything is typed', () => expect(matching(jobs, '  ')).toEqual([]));
});
