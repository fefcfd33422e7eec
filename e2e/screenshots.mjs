// Renews docs/screenshots from a running demo that was just made: node e2e/screenshots.mjs [address] [names…]
import { chromium } from '@playwright/test';
import { fileURLToPath } from 'node:url';

const [address = 'http://127.0.0.1:5080', ...only] = process.argv.slice(2);
const outside = address.replace(/\d+$/, (port) => Number(port) + 1);
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const PHONE = { width: 390, height: 844, phone: true };

async function take(name, user, path, { act, dark, phone, width = 1280, height = 800, wait = 2500 } = {}) {
    if (only.length > 0 && !only.includes(name)) return;
    const context = await browser.newContext({ viewport: { width, height }, baseURL: address, hasTouch: !!phone, isMobile: !!phone });
    try {
        if (dark) await context.addInitScript(() => localStorage.setItem('mui-mode', 'dark'));
        if (user) await context.request.post('/api/session', { data: { userName: user, password: 'lantern-bay' } });
        const page = await context.newPage();
        await page.goto(path);
        await page.waitForTimeout(wait);
        if (act) await act(page);
        await page.waitForTimeout(1200);
        await page.screenshot({ path: `${folder}${name}.png` });
        console.log(name);
    } catch (error) {
        console.log(`${name} failed: ${String(error).slice(0, 300)}`);
        process.exitCode = 1;
    } finally {
        await context.close();
    }
}

const key = (name) => (page) => page.keyboard.press(name);

const tomorrow = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10);
await take('calendar', 'mina', `/calendar?day=${tomorrow}&appointment=1`);
await take('plan', 'mina', '/calendar?face=day&plan=1', { wait: 10_000 });
await take('bench', 'tobias', '/bench');
await take('inspection', 'noor', '/bench/inspections/3', { width: 800, height: 1080 });
await take('parts', 'wen', '/parts', { wait: 3500 });
await take('car', 'mina', '/vehicles/1');
await take('measures', 'ingrid', '/measures/today?period=last+month', { wait: 3000 });
await take('floor-by-person', 'mina', '/');
await take('order-sheet', 'mina', '/orders/2501', { wait: 3500 });
await take('order-sheet-dark', 'mina', '/orders/2501', { dark: true, wait: 3500 });
await take('side-by-side', 'mina', '/orders/2501', {
    act: async (page) => {
        await page.getByRole('button', { name: 'Not in stock' }).nth(1).click();
        await page.waitForTimeout(2500);
    },
});
await take('talk-through', 'mina', '/orders/2514/talk-through', { act: key('2') });
await take('write-up', 'mina', '/write-up', {
    act: async (page) => {
        await page.getByRole('combobox', { name: 'Phone, name, plate' }).fill('Felipe Abiodun');
        await page.waitForTimeout(1200);
        await page.keyboard.press('Enter');
        await page.waitForTimeout(1200);
        await page.keyboard.press('Enter');
        await page.waitForTimeout(400);
        await page.getByRole('combobox', { name: 'Work requested' }).fill('oil and filter');
        await page.waitForTimeout(1200);
        await page.keyboard.press('Enter');
        await page.waitForTimeout(1000);
    },
});
await take('invoice', 'mina', '/invoices/2500');
await take('books', 'ingrid', '/billing/balance', {
    act: async (page) => {
        await page.getByRole('button', { name: 'Check the books' }).click();
        await page.getByText('Checked: journal and documents agree.').waitFor();
    },
});
await take('policy', 'ingrid', '/setup/pricing', { act: (page) => page.getByText('Parts', { exact: true }).last().click() });
await take('follow-up', 'ingrid', '/follow-up', { act: key('ArrowDown') });
await take('booking', '', '/book', {
    ...PHONE,
    act: async (page) => {
        await page.getByRole('checkbox', { name: /Oil and filter/ }).check();
        await page.waitForTimeout(1500);
        await page.getByRole('heading', { name: 'What can we do for you?' }).scrollIntoViewIfNeeded();
    },
});
if (only.length === 0 || only.includes('customers-page')) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: address });
    await context.request.post('/api/session', { data: { userName: 'mina', password: 'lantern-bay' } });
    const page = await context.newPage();
    await page.goto('/orders/2514');
    await page.waitForTimeout(2500);
    await page.keyboard.press('s');
    await page.waitForTimeout(1500);
    for (let i = 0; i < 8; i++) {
        const next = page.getByRole('button', { name: i % 3 === 2 ? 'Keep internal' : 'Show to customer' });
        if (!(await next.isVisible())) break;
        await next.click();
        await page.waitForTimeout(500);
    }
    await page.getByRole('button', { name: 'Send the estimate' }).click();
    await page.waitForTimeout(4000);
    const post = await (await page.request.get(`${outside}/post/all`)).json();
    const { body } = post.filter((item) => item.way === 'out' && /\/approve\//.test(item.body)).at(-1);
    await take('customers-page', '', /http\S+\/approve\/\S+/.exec(body)[0], {
        ...PHONE,
        act: (customer) => customer.getByText('Yes', { exact: true }).first().click(),
    });
}
await browser.close();
