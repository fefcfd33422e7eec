import { describe, expect, it } from 'vitest';
import { amount, atMinutes, clock, day, figure, hours, minutesOfDay, moment, reading, unitAmount, wallTime } from './format';

describe('figures', () => {
  it('amounts have two decimals and grouping', () => expect([amount(1234.5), amount(-3)]).toEqual(['1,234.50', '-3.00']));
  it('unit prices keep up to four', () => expect([unitAmount(4.125), unitAmount(12)]).toEqual(['4.125', '12.00']));
  it('figures are as short as they are exact', () => expect([figure(4), figure(5.75)]).toEqual(['4', '5.75']));
  it('hours and readings carry their unit', () =>
    expect([hours(1.5), reading(88412, 'Miles'), reading(1000, 'Kilometers')]).toEqual(['1.50 h', '88,412 mi', '1,000 km']));
});

describe('wall time', () => {
  const now = '2026-11-23T10:21:00';
  it('is read without the browser’s zone', () => expect(minutesOfDay('2026-11-23T15:30:00')).toBe(930));
  it('is said as people say it', () =>
    expect([clock('2026-11-23T00:05:00'), clock('2026-11-23T12:00:00'), clock('2026-11-23T15:30:00')]).toEqual([
      '12:05 am',
      '12:00 pm',
      '3:30 pm',
    ]));
  it('days are near or named', () =>
    expect([
      day('2026-11-23', now),
      day('2026-11-24', now),
      day('2026-11-22', now),
      day('2026-11-27', now),
      day('2027-02-14', now),
    ]).toEqual(['today', 'tomorrow', 'yesterday', 'Fri, Nov 27', 'Feb 14, 2027']));
  it('moments hold both', () => expect(moment('2026-11-24T08:00:00', now)).toBe('tomorrow 8:00 am'));
  it('comes from UTC by the shop’s zone, over the change of clocks', () => {
    expect(wallTime('2026-11-23T15:20:00Z', 'America/New_York')).toBe('2026-11-23T10:20:00');
    expect(wallTime('2026-07-01T15:20:00Z', 'America/New_York')).toBe('2026-07-01T11:20:00');
    expect(wallTime('2026-11-23T23:30:00Z', 'Etc/GMT-4')).toBe('2026-11-24T03:30:00');
  });
  it('is made from minutes, never out of its day', () =>
    expect([atMinutes(now, 930), atMinutes(now, -5), atMinutes(now, 5000)]).toEqual([
      '2026-11-23T15:30:00',
      '2026-11-23T00:00:00',
      '2026-11-23T23:59:00',
    ]));
});
