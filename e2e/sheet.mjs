import { createRequire } from 'node:module';
import fs from 'node:fs';
const { chromium } = createRequire('/work/main/e2e/package.json')('@playwright/test');
const [out, ...files] = process.argv.slice(2);
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const p = await b.newPage({ viewport: { width: 1568, height: 990 } });
await p.setContent(`<body style="margin:0;display:grid;grid-template-columns:1fr 1fr;gap:6px;background:#888">${files.map((f) => `<img style="width:100%;max-height:490px;object-fit:contain" src="data:image/png;base64,${fs.readFileSync(f).toString('base64')}">`).join('')}</body>`);
await p.waitForTimeout(300); await p.screenshot({ path: out }); await b.close();
