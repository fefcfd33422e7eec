import { chromium } from '@playwright/test';
const [user, path, out, ...rest] = process.argv.slice(2);
const opt = Object.fromEntries(rest.map((r) => r.split('=')));
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run'] });
const ctx = await b.newContext({ viewport: { width: +(opt.w ?? 1280), height: +(opt.h ?? 800) } });
const p = await ctx.newPage();
const base = opt.base ?? 'http://127.0.0.1:5080';
p.on('console', (m) => m.type() === 'error' && console.log('console:', m.text()));
p.on('pageerror', (e) => console.log('error:', e.message));
if (user !== '-') await ctx.request.post(base + '/api/session', { data: { userName: user, password: 'lantern-bay' } });
if (opt.dark) await ctx.addInitScript(() => localStorage.setItem('mui-mode', 'dark'));
await p.goto(base + path);
await p.waitForTimeout(+(opt.wait ?? 1500));
if (opt.do) { for (const step of opt.do.split('|')) { const [a, ...v] = step.split('~'); if (a === 'press') await p.keyboard.press(v[0]); if (a === 'type') await p.keyboard.type(v[0]); if (a === 'click') await p.locator(v[0]).first().click(); if (a === 'wait') await p.waitForTimeout(+v[0]); if (a==='eval') console.log(await p.evaluate(v[0])); } await p.waitForTimeout(700); }
await p.screenshot({ path: out, fullPage: !!opt.full });
await b.close();
