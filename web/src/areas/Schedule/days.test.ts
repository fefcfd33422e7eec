import { describe, expect, it } from 'vitest';
import { addMonths, heading, mondayOf, range, step } from './days';

describe('days of the calendar', () => {
  it('a week begins on Monday, also seen from Sunday and over a change of the clock', () => {
    expect(mondayOf('2026-11-29')).toBe('2026-11-23');
    expect(mondayOf('2026-11-23')).toBe('2026-11-23');
    expect(range('week', '2026-11-01')).toEqual({ from: '2026-10-26', days: 7 });
  });

  it('a month is shown in whole weeks', () => {
    expect(range('month', '2026-11-15')).toEqual({ from: '2026-10-26', days: 42 });
    expect(range('month', '2027-02-10')).toEqual({ from: '2027-02-01', days: 28 });
  });

  it('steps go by what is shown', () => {
    expect(step('day', '2026-12-31', 1)).toBe('2027-01-01');
    expect(step('week', '2026-11-25', -1)).toBe('2026-11-18');
    expect(addMonths('2026-12-31', 1)).toBe('2027-01-01');
  });

  it('says what is shown', () => {
    expect(heading('week', '2026-11-25')).toBe('Nov 23 – 29');
    expect(heading('week', '2026-12-01')).toBe('Nov 30 – Dec 6');
    expect(heading('month', '2026-12-01')).toBe('December 2026');
  });
});
