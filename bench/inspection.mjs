// What an inspection takes on a tablet, in a real browser: ./yardstick bench inspection.
// Sixty points with ten findings and six photos: taps and, at 1.1 s a tap and 0.3 s a digit, seconds. Two hundred points on a processor
// slowed four times: tap to paint. Bytes that the bench loads first, and that it fetches again without the shop. Decides nothing.
import { spawn, spawnSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const { chromium } = createRequire(`${root}e2e/package.json`)('@playwright/test');
const data = `${root}.data/bench-inspection`;
const [port, outside] = [5295, 5296];
const address = `http://127.0.0.1:${port}`;
const built = (project) => `${root}src/${project}/bin/Release/net10.0/${project}.dll`;
const TAP = 1.1,
    DIGIT = 0.3;

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
const at = (list, share) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];

/** A picture as a tablet takes it. */
async function picture(page) {
    const body = await page.evaluate(async () => {
        const canvas = new OffscreenCanvas(1600, 1200);
        const draw = canvas.getContext('2d');
        for (let i = 0; i < 400; i++) {
            draw.fillStyle = `hsl(${(i * 37) % 360} 60% 50%)`;
            draw.fillRect((i * 83) % 1600, (i * 59) % 1200, 90, 70);
        }
        const blob = await canvas.convertToBlob({ type: 'image/jpeg' });
        return [...new Uint8Array(await blob.arrayBuffer())];
    });
    const file = `${data}/photo.jpg`;
    writeFileSync(file, Buffer.from(body));
    return file;
}

try {
    for (
        let i = 0;
        i < 300 &&
        !(await fetch(`${address}/api/welcome`).then(
            () => true,
            () => false,
        ));
        i++
    )
        await new Promise((resolve) => setTimeout(resolve, 200));
    const owner = await browser.newContext();
    const send = async (path, body, type = 'application/json') => {
        const answer = await owner.request.post(`${address}/api/${path}`, {
            data: type === 'application/json' ? body : Buffer.from(body),
            headers: { 'X-Command-Id': crypto.randomUUID(), Origin: address, 'Content-Type': type },
        });
        if (!answer.ok()) throw new Error(`${path}: ${answer.status()} ${await answer.text()}`);
        return answer.json();
    };
    await send('session', { userName: 'ingrid', password: 'lantern-bay' });
    // Of every four points one is measured.
    const made = async (points) => {
        const template = (await send('inspection-templates', { name: `${points} points` })).id;
        const rows = Array.from({ length: points }, (_, i) => `Part ${Math.floor(i / 10)},Point ${i},${i % 4 === 3 ? 'mm,6,4,2' : ',,,'}`);
        await send(
            `inspection-templates/${template}/points.csv`,
            ['Group,Point,Unit,Watch,Due,Unsafe', ...rows].join('\n'),
            'application/octet-stream',
        );
        const order = (await send('orders', { customerId: 1, vehicleId: 1, odometer: '199,900', odometerConfirmed: true, concerns: [] }))
            .id;
        return (await send(`orders/${order}/inspections`, { templateId: template })).id;
    };

    const tablet = await browser.newContext({ viewport: { width: 800, height: 1080 }, hasTouch: true, baseURL: address });
    await tablet.request.post(`${address}/api/session`, {
        data: { userName: 'noor', password: 'lantern-bay' },
        headers: { 'X-Command-Id': crypto.randomUUID(), Origin: address },
    });

    const page = await tablet.newPage();
    const wire = await tablet.newCDPSession(page);
    await wire.send('Network.enable');
    let bytes = 0;
    wire.on('Network.loadingFinished', (event) => (bytes += event.encodedDataLength));
    await page.goto('/bench');
    await page.waitForLoadState('networkidle');
    console.log(`First load of the bench                 ${(bytes / 1024).toFixed(0)} kB`);
    await page.evaluate(() => navigator.serviceWorker.ready);
    await page.reload();
    await page.waitForLoadState('networkidle');
    bytes = 0;
    await tablet.setOffline(true);
    await page.reload();
    await page.getByRole('heading').first().waitFor();
    console.log(`Opened again without the shop           ${(bytes / 1024).toFixed(0)} kB over the network`);
    await tablet.setOffline(false);

    await page.goto(`/bench/inspections/${await made(60)}`);
    await page.locator('[data-point]').nth(59).waitFor();
    let [taps, digits] = [0, 0];
    const tap = async (what) => {
        taps++;
        await what.click();
    };
    const point = (i) => page.locator('[data-point]').nth(i);
    // Ten findings: five rated, five measured; six of them with a photo.
    const rated = [0, 12, 24, 36, 48];
    for (const i of rated) await tap(point(i).getByRole('radio', { name: 'Due' }));
    const groups = page.getByRole('button', { name: 'All good' });
    for (let left = 6; left > 0; left--) {
        await tap(groups.first());
        while ((await groups.count()) >= left) await page.waitForTimeout(50);
    }
    // The pad goes on from one measure to the next of its group: opened once a group, then digits and one tap each.
    const measured = Array.from({ length: 60 }, (_, i) => i).filter((i) => i % 4 === 3);
    const low = new Set([3, 15, 27, 39, 51]);
    let group = -1;
    for (const i of measured) {
        if (Math.floor(i / 10) !== group) {
            group = Math.floor(i / 10);
            if (await page.getByRole('dialog').isVisible()) await page.keyboard.press('Escape');
            await tap(point(i).getByRole('button', { name: /^Measure/ }));
        }
        const pad = page.getByRole('dialog');
        await pad.getByRole('button', { name: low.has(i) ? '3' : '7', exact: true }).click();
        digits++;
        await tap(pad.getByRole('button', { name: /^Save/ }));
    }
    if (await page.getByRole('dialog').isVisible()) await page.keyboard.press('Escape');
    const file = await picture(page);
    for (const i of [0, 12, 24, 3, 15, 27]) {
        await tap(point(i).getByRole('button', { name: /^More about/ }));
        taps++; // take a photo; the camera's own button is not counted
        await point(i)
            .getByLabel(/^Photo of .*\d$/)
            .setInputFiles(file);
        await point(i).getByRole('figure').first().waitFor();
    }
    await tap(page.getByRole('button', { name: 'Finish' }));
    await page.getByText(/^Finished/).waitFor();
    console.log(
        `60 points, 10 findings, 6 photos         ${taps} taps (goal 85) and ${digits} digits, ${(taps * TAP + digits * DIGIT).toFixed(0)} s`,
    );

    await page.goto(`/bench/inspections/${await made(200)}`);
    await page.locator('[data-point]').nth(199).waitFor();
    await wire.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    const paints = [];
    for (let i = 0; i < 60; i++) {
        const good = point((i * 8) % 200).getByRole('radio', { name: i < 25 ? 'Good' : 'Watch' });
        await good.scrollIntoViewIfNeeded();
        paints.push(
            await good.evaluate(
                (button) =>
                    new Promise((resolve) => {
                        const from = performance.now();
                        button.click();
                        const look = () =>
                            button.getAttribute('aria-checked') === 'true'
                                ? requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - from)))
                                : requestAnimationFrame(look);
                        look();
                    }),
            ),
        );
    }
    console.log(
        `Tap to paint, 200 points, processor / 4  median ${at(paints, 0.5).toFixed(0)} ms, p95 ${at(paints, 0.95).toFixed(0)} ms (goal 100), most ${at(paints, 1).toFixed(0)} ms`,
    );
} finally {
    await browser.close();
    for (const process of running) process.kill('SIGKILL');
    rmSync(data, { recursive: true, force: true });
}
