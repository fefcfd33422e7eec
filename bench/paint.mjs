// How long after a key the find list with its answer is on the screen, in a real browser on the large shop:
// ./yardstick bench paint [data folder]. Prints the server's share beside it; decides nothing.
import { spawn } from 'node:child_process';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const { chromium } = createRequire(`${root}e2e/package.json`)('@playwright/test');
const data = process.argv[2] ?? `${root}.data/large`;
const address = 'http://127.0.0.1:5291';
const server = spawn(
    'dotnet',
    [`${root}src/Yardstick.Server/bin/Release/net10.0/Yardstick.Server.dll`, '--data', data, '--demo', '--web', `${root}web/dist`],
    {
        env: { ...process.env, ASPNETCORE_URLS: address },
        stdio: 'ignore',
    },
);
const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
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
    await context.request.post(`${address}/api/session`, { data: { userName: 'mina', password: 'lantern-bay' } });
    const page = await context.newPage();
    await page.goto(`${address}/orders`);
    await page.waitForTimeout(2000);
    await page.evaluate(() => {
        window.painted = [];
        let pressed = null;
        const field = document.querySelector('.find input');
        field.addEventListener('keydown', (event) => (pressed = { at: event.timeStamp, text: null }), true);
        field.addEventListener('input', () => pressed && (pressed.text = field.value), true);
        const look = () => {
            const list = document.querySelector('.find .choices');
            if (!pressed?.text || list?.dataset.for !== pressed.text) return;
            const { at } = pressed;
            pressed = null;
            // The frame in which it stands is on the screen when the one after it begins.
            requestAnimationFrame(() => requestAnimationFrame(() => window.painted.push(performance.now() - at)));
        };
        new MutationObserver(look).observe(document.querySelector('.find'), { subtree: true, childList: true, attributes: true });
    });
    const words = [
        'banerjee imke',
        '207555',
        'lbt 44',
        'halvorsen',
        'gannet',
        'kowalczyk',
        'tarnow petrel',
        '123456',
        'farrell q',
        'sorensn',
    ];
    const run = async (round) => {
        for (const word of words) {
            await page.fill('.find input', '');
            await page.focus('.find input');
            for (const character of word + (round % 10)) {
                await page.keyboard.press(character === ' ' ? 'Space' : character);
                await page.waitForTimeout(220);
            }
        }
    };
    await run(0);
    await page.evaluate(() => (window.painted.length = 0));
    for (let round = 1; round <= 3; round++) await run(round);
    const times = (await page.evaluate(() => window.painted)).sort((a, b) => a - b);
    const served = (
        await page.evaluate(() =>
            performance
                .getEntriesByType('resource')
                .filter((e) => e.name.includes('/api/find'))
                .map((e) => e.duration),
        )
    ).sort((a, b) => a - b);
    const at = (list, share) => list[Math.min(list.length - 1, Math.floor(list.length * share))].toFixed(0).padStart(4);
    console.log(`  ${times.length} keys whose answer came before the next one`);
    console.log(`  key to painted list   median ${at(times, 0.5)} ms   p95 ${at(times, 0.95)} ms   most ${at(times, 1)} ms`);
    console.log(`  of it asking          median ${at(served, 0.5)} ms   p95 ${at(served, 0.95)} ms`);
} finally {
    await browser.close();
    server.kill();
}
