// What asking the customer takes: documents as PDF, the customer's page over the wire, an answer on its way to the counter.
// ./yardstick bench asking. A fresh demo shop, its stand-ins and a real browser; prints figures, decides nothing.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const { chromium } = createRequire(`${root}e2e/package.json`)('@playwright/test');
const data = mkdtempSync(`${tmpdir()}/yardstick-bench-`);
const address = 'http://127.0.0.1:5293';
const outside = 'http://127.0.0.1:5294';
const built = (name) => `${root}src/${name}/bin/Release/net10.0/${name}.dll`;
const started = [];
const start = (name, url, ...args) =>
    started.push(spawn('dotnet', [built(name), ...args], { env: { ...process.env, ASPNETCORE_URLS: url }, stdio: 'ignore' }));
const answers = async (url) => {
    for (let i = 0; i < 600; i++) {
        if (
            await fetch(url).then(
                (r) => r.ok,
                () => false,
            )
        )
            return;
        await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error(`${url} never answered`);
};
const at = (list, share) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];
const ms = (value) => `${value.toFixed(0).padStart(5)} ms`;

const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
try {
    await new Promise((resolve) =>
        spawn('dotnet', [built('Yardstick.Server'), '--data', data, '--demo', '--only-prepare'], { stdio: 'ignore' }).on('exit', resolve),
    );
    start('Yardstick.StandIns', outside, '--memory', `${data}/outside.json`, '--smtp', '5295');
    start(
        'Yardstick.Server',
        address,
        '--web',
        `${root}web/dist`,
        '--data',
        data,
        '--demo',
        '--outside',
        `${outside}/`,
        '--mail',
        '127.0.0.1:5295',
    );
    await answers(`${address}/api/welcome`);
    const counter = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: address });
    const headers = () => ({ 'X-Command-Id': crypto.randomUUID(), Origin: address });
    const post = async (path, body) => {
        const answer = await counter.request.post(`/api/${path}`, { data: body, headers: headers() });
        if (!answer.ok()) throw new Error(`${path}: ${answer.status()} ${await answer.text()}`);
        return answer.json();
    };
    await post('session', { userName: 'mina', password: 'lantern-bay' });

    const { id } = await post('orders', {
        customer: { firstName: 'Ottilie', lastName: 'Berg', phone: '505 555 0181' },
        vehicle: { plate: 'BENCH', make: 'Vireo', model: 'Sorrel', year: '2019' },
        odometer: '61,204',
    });
    for (let j = 0; j < 6; j++) {
        const job = await post(`orders/${id}/jobs`, { title: `Job ${j}` });
        for (let i = 0; i < 33; i++)
            await post(
                `orders/${id}/jobs/${job.id}/lines`,
                i % 3
                    ? { kind: 'Part', description: `Part ${i}`, quantity: '2', unitCost: '7.5' }
                    : { kind: 'Labor', description: `Work ${i}`, hours: '0.3' },
            );
    }
    console.log('  documents over HTTP                    first     median        p95       size');
    for (const [words, path] of [
        ['estimate of ten lines', 'orders/2501/estimate.pdf'],
        ['the same, short', 'orders/2501/estimate.pdf?brief=true'],
        ['work order', 'orders/2501/work-order.pdf'],
        ['estimate of 198 lines', `orders/${id}/estimate.pdf`],
        ['the order of ten lines as JSON', 'orders/2501'],
    ]) {
        const times = [];
        let size = 0;
        for (let i = 0; i < 41; i++) {
            const begun = performance.now();
            size = (await (await counter.request.get(`/api/${path}`)).body()).length;
            times.push(performance.now() - begun);
        }
        const rest = times.slice(1);
        console.log(
            `  ${words.padEnd(32)} ${ms(times[0])}   ${ms(at(rest, 0.5))}   ${ms(at(rest, 0.95))}   ${(size / 1000).toFixed(0).padStart(4)} kB`,
        );
    }

    const link = async () => {
        await post('orders/2501/links', { channel: 'Text', address: '505 555 0181', body: '{{ link }}', now: true });
        for (let i = 0; i < 200; i++) {
            const all = await (await fetch(`${outside}/post/all`)).json();
            const sent = all.filter((m) => m.way === 'out' && m.body.includes('/approve/'));
            if (sent.length > links) return sent[links++].body.trim();
            await new Promise((resolve) => setTimeout(resolve, 50));
        }
        throw new Error('The link never went out.');
    };
    let links = 0;
    const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });
    const page = await phone.newPage();
    const wire = await phone.newCDPSession(page);
    await wire.send('Network.enable');
    let bytes = 0;
    const parts = new Map();
    wire.on('Network.responseReceived', (e) => parts.set(e.requestId, new URL(e.response.url).pathname));
    const sizes = [];
    wire.on('Network.loadingFinished', (e) => {
        bytes += e.encodedDataLength;
        sizes.push([parts.get(e.requestId), e.encodedDataLength]);
    });
    await page.goto(await link());
    await page.getByRole('heading', { name: /Hello/ }).waitFor();
    await page.waitForTimeout(1500);
    console.log(
        `\n  customer's page, first view over the wire: ${(bytes / 1000).toFixed(1)} kB with headers, photos aside ${(sizes.filter(([path]) => !path?.includes('/photos/')).reduce((sum, [, size]) => sum + size, 0) / 1000).toFixed(1)} kB`,
    );
    for (const [path, size] of sizes.sort((a, b) => b[1] - a[1]).slice(0, 6))
        console.log(`    ${(size / 1000).toFixed(1).padStart(6)} kB  ${path}`);

    const desk = await counter.newPage();
    await desk.goto('/orders');
    await desk.getByRole('link', { name: 'Repair orders' }).waitFor();
    await desk.waitForTimeout(1500);
    const asked = [];
    for (let i = 0; i < 12; i++) {
        await desk.evaluate((words) => {
            window.heard = new Promise((resolve) => {
                const look = () => document.body.textContent.includes(words) && resolve(Date.now());
                new MutationObserver(look).observe(document.body, { subtree: true, childList: true, characterData: true });
            });
        }, `Question number ${i}`);
        const token = new URL(page.url()).pathname.split('/').at(-1);
        const begun = Date.now();
        await page.evaluate(
            ({ token, text }) =>
                fetch(`/api/customers-pages/estimates/${token}/question`, {
                    method: 'POST',
                    headers: { 'Content-Type': 'application/json' },
                    body: JSON.stringify({ text }),
                }),
            { token, text: `Question number ${i}` },
        );
        asked.push((await desk.evaluate(() => window.heard)) - begun);
    }
    console.log(
        `\n  from the customer's tap to the notice on the counter's screen, ${asked.length} times: median ${ms(at(asked, 0.5))}, most ${ms(Math.max(...asked))}`,
    );
} finally {
    await browser.close();
    for (const process of started) process.kill();
    rmSync(data, { recursive: true, force: true });
}
