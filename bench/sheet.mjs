// How a long order feels beside a short one, in a real browser: ./yardstick bench sheet.
// Key to its character, committed edit to new totals, key to the list of what can be added, and tasks over 50 ms while
// typing and while scrolling a list of more than 300 entries; on an order of 200 lines and on one of ten. Decides nothing.
import { spawn, spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const { chromium } = createRequire(`${root}e2e/package.json`)('@playwright/test');
const data = `${root}.data/bench-sheet`;
const [port, outside] = [5293, 5294];
const address = `http://127.0.0.1:${port}`;
const built = (project) => `${root}src/${project}/bin/Release/net10.0/${project}.dll`;

rmSync(data, { recursive: true, force: true });
spawnSync('dotnet', [built('Yardstick.Server'), '--data', data, '--demo', '--only-prepare'], { stdio: 'ignore' });
const start = (project, at, args) =>
    spawn('dotnet', [built(project), ...args], { env: { ...process.env, ASPNETCORE_URLS: `http://127.0.0.1:${at}` }, stdio: 'ignore' });
const running = [
    start('Yardstick.StandIns', outside, ['--memory', `${data}/outside.json`]),
    start('Yardstick.Server', port, ['--data', data, '--demo', '--web', `${root}web/dist`, '--outside', `http://127.0.0.1:${outside}/`]),
];
const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const at = (list, share) =>
    list.length === 0
        ? '   –'
        : [...list]
              .sort((a, b) => a - b)
              [Math.min(list.length - 1, Math.floor(list.length * share))].toFixed(0)
              .padStart(4);
const told = (what, list) =>
    console.log(`  ${what.padEnd(34)} median ${at(list, 0.5)} ms   p95 ${at(list, 0.95)} ms   most ${at(list, 1)} ms   (${list.length})`);

try {
    for (let i = 0; i < 300; i++) {
        if (
            await fetch(`${address}/api/welcome`).then(
                () => true,
                () => false,
            )
        )
            break;
        await new Promise((resolve) => setTimeout(resolve, 200));
    }
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const send = async (path, body, raw = false) => {
        const answer = await context.request.post(`${address}/api/${path}`, {
            data: raw ? Buffer.from(body) : body,
            headers: {
                'X-Command-Id': crypto.randomUUID(),
                Origin: address,
                'Content-Type': raw ? 'application/octet-stream' : 'application/json',
            },
        });
        if (!answer.ok()) throw new Error(`${path}: ${answer.status()} ${await answer.text()}`);
        return answer.json();
    };
    await send('session', { userName: 'ingrid', password: 'lantern-bay' });
    await send(
        'own-guide',
        ['title,hours,system', ...Array.from({ length: 80 }, (_, i) => `Own operation ${i},0.${(i % 9) + 1},Own`)].join('\n'),
        true,
    );
    const make = async (jobs, lines) => {
        const order = (await send('orders', { customerId: 1, vehicleId: 1, odometer: '199,900', odometerConfirmed: true, concerns: [] }))
            .id;
        for (let j = 0; j < jobs; j++) {
            const job = (await send(`orders/${order}/jobs`, { title: `Job ${j}` })).id;
            const rows = Array.from({ length: lines }, (_, i) =>
                i % 3 === 0
                    ? `Labor\tWork ${j}.${i}\t\t0.${(i % 8) + 1} h`
                    : `Part\tPart ${j}.${i}\tNO-${j}-${i}\t${(i % 4) + 1}\t${10 + i}.50`,
            );
            await send(`orders/${order}/jobs/${job}/paste`, { text: rows.join('\n') });
        }
        return order;
    };
    const short = await make(2, 5);
    const long = await make(20, 10);

    const measure = async (order, what) => {
        const page = await context.newPage();
        await page.goto(`${address}/orders/${order}`);
        await page.locator('[data-line]').first().waitFor();
        await page.waitForTimeout(2500);
        await page.evaluate(() => {
            window.measured = { typed: [], totals: [], lists: [], long: [] };
            new PerformanceObserver((list) => window.measured.long.push(...list.getEntries().map((e) => e.duration))).observe({
                type: 'longtask',
            });
            const painted = (from, into) => requestAnimationFrame(() => requestAnimationFrame(() => into.push(performance.now() - from)));
            let key = null;
            let committed = null;
            let asked = null;
            document.addEventListener(
                'keydown',
                (event) => {
                    key = event.timeStamp;
                    if (event.key === 'Enter' && event.target.dataset.col === 'count') committed = event.timeStamp;
                },
                true,
            );
            document.addEventListener(
                'input',
                (event) => {
                    if (key === null) return;
                    if (event.target.dataset.col) painted(key, window.measured.typed);
                    else asked = { from: key, text: event.target.value };
                    key = null;
                },
                true,
            );
            const total = document.querySelector('.tally .total b');
            let shown = total.textContent;
            new MutationObserver(() => {
                if (total.textContent === shown) return;
                shown = total.textContent;
                if (committed !== null) painted(committed, window.measured.totals);
                committed = null;
            }).observe(total, { subtree: true, childList: true, characterData: true });
            new MutationObserver(() => {
                const list = document.querySelector('.choices');
                if (!asked || list?.dataset.for !== asked.text) return;
                painted(asked.from, window.measured.lists);
                asked = null;
            }).observe(document.querySelector('.jobs'), {
                subtree: true,
                childList: true,
                attributes: true,
                attributeFilter: ['data-for'],
            });
        });
        const reset = () => page.evaluate(() => Object.values(window.measured).forEach((list) => (list.length = 0)));
        const round = async (i) => {
            const row = page.locator('[data-line]').nth((i * 7) % (order === long ? 200 : 10));
            await row.locator('[data-col="description"]').focus();
            await page.keyboard.type(`Renamed ${i} `, { delay: 45 });
            const parts = page.locator('.line:has(.kind:text-is("Part")) [data-col="count"]');
            await parts.nth((i * 5) % (order === long ? 120 : 6)).focus();
            await page.keyboard.type(String(2 + (i % 7)), { delay: 45 });
            await page.keyboard.press('Enter');
            await page.waitForTimeout(700);
        };
        await round(0);
        await round(1);
        await reset();
        for (let i = 2; i < 18; i++) await round(i);
        console.log(`  ${what}`);
        const typing = await page.evaluate(() => structuredClone(window.measured));
        told('key to its character', typing.typed);
        told('committed edit to new totals', typing.totals);
        console.log(
            `  ${'tasks over 50 ms meanwhile'.padEnd(34)} ${typing.long.length}${typing.long.length ? `, the longest ${Math.max(...typing.long).toFixed(0)} ms` : ''}`,
        );
        await reset();
        const add = page.locator('.addrow input').first();
        for (const word of ['front pads', 'oil filter', 'battery', 'coolant', 'wheel bearing', '205/55r16']) {
            await add.fill('');
            await add.focus();
            await page.waitForTimeout(150);
            await page.keyboard.type(word, { delay: 160 });
            await page.waitForTimeout(400);
        }
        const lists = await page.evaluate(() => structuredClone(window.measured));
        told('key to the list of what to add', lists.lists);
        console.log(
            `  ${'tasks over 50 ms meanwhile'.padEnd(34)} ${lists.long.length}${lists.long.length ? `, the longest ${Math.max(...lists.long).toFixed(0)} ms` : ''}`,
        );
        await page.keyboard.press('Escape');
        await page.keyboard.press('Escape');
        await page.keyboard.press('g');
        await page.locator('.side .fact-row').nth(300).waitFor({ state: 'attached' });
        await page.waitForTimeout(800);
        await reset();
        const entries = await page.locator('.side .fact-row').count();
        await page.mouse.move(1000, 500);
        for (let i = 0; i < 60; i++) {
            await page.mouse.wheel(0, 220);
            await page.waitForTimeout(30);
        }
        const scrolled = await page.evaluate(() => window.measured.long.slice());
        console.log(
            `  ${`tasks over 50 ms, ${entries} entries scrolled`.padEnd(34)} ${scrolled.length}${scrolled.length ? `, the longest ${Math.max(...scrolled).toFixed(0)} ms` : ''}`,
        );
        await page.close();
    };
    await measure(short, '10 lines');
    await measure(long, '200 lines');
} finally {
    await browser.close();
    for (const process of running) process.kill();
}
