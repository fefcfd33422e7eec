// Renews docs/screenshots from a running demo: node e2e/screenshots.mjs [address]
import { chromium } from '@playwright/test';
import { fileURLToPath } from 'node:url';

const address = process.argv[2] ?? 'http://127.0.0.1:5080';
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});

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

await take('people', 'ingrid', '/setup/people/7');
await take('floor-by-person', 'mina', '/');
await take('floor-by-stage', 'mina', '/', { act: (page) => page.keyboard.press('2') });
await take('write-up', 'mina', '/write-up?customer=18&vehicle=18', {
    act: async (page) => {
        await page.fill('#says', 'Whistles above 50');
        await page.keyboard.press('Enter');
        await page.fill('#says', 'p042');
        await page.waitForTimeout(500);
    },
});
await take('check-in', 'mina', '/orders/2513', {
    act: async (page) => {
        await page.getByRole('button', { name: 'Check in', exact: true }).click();
        await page.getByLabel('Existing damage').fill('Scratch on the left rear door');
        const box = await page.locator('.sign-box canvas').boundingBox();
        await page.mouse.move(box.x + 40, box.y + 70);
        await page.mouse.down();
        for (let i = 1; i < 60; i++) await page.mouse.move(box.x + 40 + i * 3.4, box.y + 66 + Math.sin(i * 0.62) * (34 - i * 0.4));
        await page.mouse.up();
    },
});
await take('import', 'ingrid', '/setup/files', {
    act: async (page) => {
        const rows = [
            'Cust No;First;Last;Company;Telephone;Email;Street;City;State;Zip',
            '1001;Odile;Pellerin;;207 555 0171;odile@mail.example;4 Kelp Road;Lantern Bay;ME;04999',
            '1002;Bram;Quistgaard;;207 55;bram@mail.example;9 Mill Street;Lantern Bay;ME;04999',
            '1003;;;Seagull Ferries;207 555 0173;office.mail.example;1 Quay;Lantern Bay;ME;04999',
            '1004;Imke;Sorensen;;207 555 0100;;;;;',
            '1005;Noor;Tamboura;;207 555 0174;noor@mail.example;18 Dune Lane;Lantern Bay;ME;04999',
        ];
        await page
            .getByLabel('Choose a file of customers')
            .setInputFiles({ name: 'customers of the old shop.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) });
        await page.waitForTimeout(1500);
    },
});
await take('order-sheet', 'mina', '/orders/2501', { act: (page) => page.getByRole('button', { name: /^Why Coolant/ }).click() });
await take('adding', 'mina', '/orders/2501', {
    act: async (page) => {
        await page.locator('.job[data-current="true"] .addrow input').focus();
        await page.keyboard.type('front pads', { delay: 40 });
        await page.waitForTimeout(1500);
    },
});
await take('facts', 'mina', '/orders/2501', {
    act: async (page) => {
        await page.keyboard.press('f');
        await page.waitForTimeout(1200);
    },
});
await take('side-by-side', 'mina', '/orders/2501', {
    act: async (page) => {
        await page.getByRole('button', { name: 'More for Upper radiator hose with clamps' }).click();
        await page.getByRole('menuitem', { name: /Compare stock and suppliers/ }).click();
        await page.waitForTimeout(1500);
    },
});
await take('talk-through', 'mina', '/orders/2514/talk-through', { act: (page) => page.keyboard.press('2') });
await take('customers-page', 'mina', '/orders/2514', {
    width: 390,
    height: 844,
    act: async (page) => {
        await page.request.post(`${address}/api/orders/2514/links`, {
            data: { channel: 'Text', address: '505 555 0113', subject: null, body: '{{ link }}', now: true },
            headers: { 'X-Command-Id': crypto.randomUUID() },
        });
        await page.waitForTimeout(2500);
        const post = await (await page.request.get(address.replace(/\d+$/, (port) => Number(port) + 1) + '/post/all')).json();
        await page.goto(/http\S+approve\/\S+/.exec(post.filter((p) => p.way === 'out').at(-1).body)[0]);
        await page.getByText('Yes', { exact: true }).first().click();
    },
});
await take('order-sheet-dark', 'mina', '/orders/2501', { dark: true });
await take('parts', 'mina', '/parts');
await take('bench', 'ana', '/bench', { width: 800, height: 1080 });
await take('customer', 'mina', '/customers/396');
await take('car', 'mina', '/vehicles/1');
await take('policy', 'ingrid', '/setup/pricing', { act: (page) => page.keyboard.press('j') });
await take('invoice', 'mina', '/invoices/2494');
await browser.close();
