import { expect, test, type Page } from '@playwright/test';
import { ADDRESS, ownShop, signIn } from '../shop.ts';

ownShop();

/** An order with two jobs of an hour each. */
async function madeOrder(writer: Page, plate: string): Promise<number> {
  const made = await writer.request.post('/api/orders', {
    data: {
      customerId: 2,
      vehicle: { plate, make: 'Tarnow', model: 'Dunlin', year: '2019' },
      odometer: '10',
      concerns: ['Squeals'],
    },
    headers: { 'X-Command-Id': crypto.randomUUID(), Origin: ADDRESS },
  });
  const { id } = (await made.json()) as { id: number };
  for (const title of ['Brake pads', 'Wiper blades']) {
    const job = await writer.request.post(`/api/orders/${id}/jobs`, {
      data: { title },
      headers: { 'X-Command-Id': crypto.randomUUID(), Origin: ADDRESS },
    });
    await writer.request.post(`/api/orders/${id}/jobs/${((await job.json()) as { id: number }).id}/lines`, {
      data: { kind: 'Labor', description: `Fit ${title.toLowerCase()}`, hours: '1' },
      headers: { 'X-Command-Id': crypto.randomUUID(), Origin: ADDRESS },
    });
  }
  return id;
}

test('an edit reads nothing again, and another screen reads only what changed', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  const dario = await signIn(browser, 'Dario Lindqvist');
  const id = await madeOrder(mina, 'ONE 1');
  for (const page of [mina, dario]) {
    await page.goto(`/orders/${id}`);
    await expect(page.getByLabel('Hours, Fit wiper blades')).toBeVisible();
    await page.waitForTimeout(1500);
  }
  const asked = { mina: [] as string[], dario: [] as string[] };
  const came: string[][] = [];
  mina.on(
    'request',
    (request) => request.url().includes('/api/') && asked.mina.push(`${request.method()} ${new URL(request.url()).pathname}`),
  );
  dario.on('response', (response) => {
    const path = new URL(response.url()).pathname;
    if (path !== `/api/orders/${id}`) return;
    asked.dario.push(path);
    void response
      .json()
      .then((sheet: { header: unknown; jobs: { title: string }[] }) =>
        came.push([...(sheet.header ? ['header'] : []), ...sheet.jobs.map((job) => job.title)]),
      );
  });
  const cell = mina.getByLabel('Hours, Fit wiper blades');
  await cell.fill('2.5');
  await cell.press('Enter');
  await expect(dario.getByLabel('Hours, Fit wiper blades')).toHaveValue(/2\.5/);
  await expect.poll(() => asked.mina).toContain(`GET /api/orders/${id}/offers`);
  await mina.waitForTimeout(1500);
  const line = await mina.locator('[data-line]').nth(1).getAttribute('data-line');
  expect(asked.mina).toContain(`POST /api/orders/${id}/lines/${line}`);
  expect(asked.mina.filter((path) => path === `GET /api/orders/${id}`)).toEqual([]);
  expect(asked.dario).toHaveLength(1);
  await expect.poll(() => came).toEqual([['Wiper blades']]);
});

test('at 200 % the sheet is one column: nothing lies over anything else, and the totals hide no job', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor', { width: 640, height: 400 });
  await mina.goto(`/orders/${await madeOrder(mina, 'TWO 2')}`);
  await expect(mina.locator('.tally')).toBeAttached();
  // The facts come last, and they are what there is most of.
  await expect(mina.locator('.factsline .facts > *').first()).toBeVisible();
  await expect(mina.getByRole('button', { name: /^(Can keep|Earliest)/ })).toBeVisible();
  const laid = await mina.evaluate(() => {
    const parts = [...document.querySelectorAll('.sheet-head > *, .about > *, .factsline > *, .factsline .facts > *, .job, .tally')].filter(
      (part) => part.getClientRects().length > 0,
    );
    const over = parts.flatMap((one, i) =>
      parts
        .slice(i + 1)
        .filter((two) => {
          if (one.contains(two) || two.contains(one)) return false;
          const [a, b] = [one.getBoundingClientRect(), two.getBoundingClientRect()];
          return Math.min(a.right, b.right) - Math.max(a.left, b.left) > 2 && Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 2;
        })
        .map((two) => `${one.textContent} | ${two.textContent}`),
    );
    const main = document.querySelector('.main')!;
    return { over, parts: parts.length, sideways: main.scrollWidth - main.clientWidth };
  });
  expect(laid.parts).toBeGreaterThan(10);
  expect(laid.over).toEqual([]);
  expect(laid.sideways).toBeLessThanOrEqual(0);
});
