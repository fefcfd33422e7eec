import { expect, test } from 'vitest';
import { hearTime, shopNow } from './shopClock';

test('a device whose clock is off tells the time of the shop, in either direction, and again when the shop says so', () => {
  for (const off of [3_600_000, -86_400_000, 0]) {
    const shop = Date.now() + off;
    hearTime(new Date(shop).toISOString());
    expect(Math.abs(shopNow() - (Date.now() + off))).toBeLessThan(1000);
  }
});
