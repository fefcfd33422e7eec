// node e2e/_shot.mjs user path out [width height] [js steps file]
import { chromium } from '@playwright/test';
const [user, path, out, width = 1280, height = 800, steps] = process.argv.slice(2);
const address = process.env.ADDRESS ?? 'http://127.0.0.1:5080';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const context = await browser.newContext({ viewport: { width: +width, height: +height } });
const page = await context.newPage();
page.on('console', (m) => m.type() === 'error' && console.log('console:', m.text()));
if (user !== '-') await context.request.post(`${address}/api/session`, { data: { userName: user, password: 'lantern-bay' } });
await page.goto(address + path);
await page.waitForTimeout(1500);
if (steps) await (await import(steps)).default(page, context, address);
await page.waitForTimeout(500);
await page.screenshot({ path: out });
await browser.close();
