import { chromium } from '@playwright/test';
const [user, path, out, ...rest] = process.argv.slice(2);
const opt = Object.fromEntries(rest.map((r) => { const i = r.indexOf('='); return [r.slice(0, i), r.slice(i + 1)]; }));
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const c = await b.newContext({ viewport: { width: +(opt.w ?? 1280), height: +(opt.h ?? 800) }, baseURL: 'http://127.0.0.1:5080' });
if (user !== '-') await c.request.post('/api/session', { data: { userName: user, password: 'lantern-bay' }, headers: { 'X-Command-Id': crypto.randomUUID(), Origin: 'http://127.0.0.1:5080' } });
const p = await c.newPage();
p.on('pageerror', (e) => console.log('PAGEERROR', e.message));
p.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()));
await p.goto(path); await p.waitForTimeout(+(opt.wait ?? 1500));
for (const step of (opt.do ?? '').split('|').filter(Boolean)) {
  const [k, v] = [step.slice(0, step.indexOf('~')), step.slice(step.indexOf('~') + 1)];
  if (k === 'click') await p.locator(v).first().click();
  if (k === 'focus') await p.locator(v).first().focus();
  if (k === 'press') await p.keyboard.press(v);
  if (k === 'type') await p.keyboard.type(v);
  if (k === 'wait') await p.waitForTimeout(+v);
  if (k === 'eval') console.log(await p.evaluate(v));
  if (k === 'shot') await p.screenshot({ path: v });
  await p.waitForTimeout(250);
}
if (opt.full) await p.screenshot({ path: out, fullPage: true }); else await p.screenshot({ path: out });
await b.close();
