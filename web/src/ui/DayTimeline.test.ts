import { describe, expect, it } from 'vitest';

// The rule's module reaches the page when it is loaded; only its axis is looked at here.
Object.assign(globalThis, {
  sessionStorage: { getItem: () => null, setItem: () => undefined },
  location: { origin: 'http://127.0.0.1' },
  window: globalThis,
  addEventListener: () => undefined,
});
const { minuteAt, ofTime, position } = await import('./DayTimeline');

describe('the day’s axis', () => {
  const [opens, closes] = [ofTime('07:30:00'), ofTime('18:00:00')];
  it('reads the shop’s hours', () => expect([opens, closes]).toEqual([450, 1080]));
  it('runs from before opening to after closing', () => {
    expect(position(opens, opens, closes)).toBeGreaterThan(0);
    expect(position(closes, opens, closes)).toBeLessThan(100);
  });
  it('keeps what lies outside at its edges', () => expect([position(0, opens, closes), position(1439, opens, closes)]).toEqual([0, 100]));
  it('goes both ways', () => {
    for (const minute of [450, 600, 731, 1079])
      expect(minuteAt(position(minute, opens, closes) / 100, opens, closes)).toBeCloseTo(minute, 6);
  });
});
