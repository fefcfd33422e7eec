// Renews docs/screenshots from a running demo: node e2e/screenshots.mjs [address]
import { chromium } from '@playwright/test';
import { fileURLToPath } from 'node:url';

const address = process.argv[2] ?? 'http://127.0.0.1:5080';
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] });

async function take(name, user, path, { act, dark, width = 1280, height = 800 } = {}) {
  const context = await browser.newContext({ viewport: { width, height } });
  if (dark) await context.addInitScript(() => localStorage.setItem('mui-mode', 'dark'));
  if (user) await context.request.post(`${address}/api/session`, { data: { userName: user, password: 'lantern-bay' } });
  const page = await context.newPage();
  await page.goto(address + path);
  await page.waitForTimeout(2000);
  if (act) await act(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: `${folder}${name}.png` });
  await context.close();
}

await take('sign-in', null, '/');
await take('floor-by-person', 'mina', '/');
await take('floor-by-stage', 'mina', '/', { act: (page) => page.keyboard.press('2') });
await take('write-up', 'mina', '/write-up?customer=18&vehicle=18', {
  act: async (page) => {
    await page.fill('#says', 'Whistles above 50');
    await page.keyboard.press('Enter');
  },
});
await take('order-sheet', 'mina', '/orders/2501', { act: (page) => page.getByRole('button', { name: /^Why Coolant/ }).click() });
await take('order-sheet-dark', 'mina', '/orders/2501', { dark: true });
await take('parts', 'mina', '/parts');
await take('bench', 'ana', '/bench', { width: 800, height: 1080 });
await take('customer', 'mina', '/customers/396');
await take('car', 'mina', '/vehicles/1');
await take('policy', 'ingrid', '/setup', { act: (page) => page.keyboard.press('j') });
await take('invoice', 'mina', '/invoices/2494');
await browser.close();
