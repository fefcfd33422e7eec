import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { built, MADE } from './shop.ts';

/** Makes the demo shop once, unless whoever started it did; each file of tests then works in a copy of its own (see `ownShop`). */
export default function setup() {
  if (process.env.SHOP_MADE) return;
  rmSync(MADE, { recursive: true, force: true });
  const made = spawnSync('dotnet', [built('Yardstick.Server'), '--data', MADE, '--demo', '--only-prepare'], { stdio: 'inherit' });
  if (made.status !== 0) throw new Error('The demo shop could not be made.');
}
