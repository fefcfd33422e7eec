import { expect, test, type Locator, type Page } from '@playwright/test';
import { accessible, ADDRESS, ownShop, signIn } from '../shop.ts';

ownShop();

test.afterEach(({ browser }) => Promise.all(browser.contexts().map((context) => context.close())));

const TABLET = { width: 800, height: 1080 };

/** All good for every group, digits for every measure that is left. */
async function restIsFine(page: Page) {
  const all = page.getByRole('button', { name: 'All good' });
  for (let left = await all.count(); left > 0; left = await all.count()) {
    await all.first().click();
    await expect(all).not.toHaveCount(left);
  }
  const open = page.getByRole('button', { name: /^Measure [^:]*$/ }).filter({ hasText: 'measure,' });
  for (let left = await open.count(); left > 0; left = await open.count()) {
    await open.first().click();
    await page.keyboard.press('7');
    await page.keyboard.press('Enter');
    // The pad goes on with the next measure of the group; closed, it leaves it for later.
    await page.keyboard.press('Escape');
    await expect(open).toHaveCount(left - 1);
  }
}

test('an inspection on a tablet: taps, measures, a lost line and a closed browser lose nothing; what is found is made work once', async ({
  browser,
}) => {
  const noor = await signIn(browser, 'Noor Haddad', TABLET);
  let taps = 0;
  const tap = async (what: Locator) => {
    taps++;
    await what.click();
  };
  await tap(noor.getByRole('link', { name: /Courtesy inspection/ }).first());
  await expect(noor.getByRole('heading', { name: 'Courtesy inspection' })).toBeVisible();
  await accessible(noor, 'inspection under way', '.inspection');

  // What is only rated: one tap for what is left of a group; a measured point stays open.
  const left = noor.getByRole('region', { name: 'Rear brakes' });
  await tap(left.getByRole('button', { name: 'All good' }));
  await expect(left.getByRole('radio', { name: 'Good' }).first()).toHaveAttribute('aria-checked', 'true');
  await tap(left.getByRole('button', { name: /^Measure Pads or shoes/ }));
  const pad = noor.getByRole('dialog', { name: /^Measure Pads or shoes/ });
  await accessible(noor, 'number pad', '.number-pad');
  await pad.getByRole('button', { name: '3', exact: true }).click();
  await tap(pad.getByRole('button', { name: /^Save/ }));
  await expect(left.getByRole('button', { name: /^Measure Pads or shoes/ })).toContainText('Due');

  // The line is lost: the page is there all the same when it is opened anew; it goes on, says so, and the browser is closed on top of it.
  await noor.evaluate(() => navigator.serviceWorker.ready);
  await noor.reload();
  await expect(left.getByRole('button', { name: /^Measure Pads or shoes/ })).toContainText('Due');
  await noor.waitForLoadState('networkidle');
  await noor.context().setOffline(true);
  await noor.reload();
  await expect(left.getByRole('button', { name: /^Measure Pads or shoes/ })).toContainText('Due');
  const right = noor.getByRole('region', { name: 'Right rear' });
  await tap(right.getByRole('radio', { name: 'Unsafe' }));
  await expect(right.getByRole('radio', { name: 'Unsafe' })).toHaveAttribute('aria-checked', 'true');
  await tap(right.getByRole('button', { name: /^Measure Tread/ }));
  await noor.keyboard.press('5');
  await noor.keyboard.press('Enter');
  await expect(noor.getByText(/2 entries wait on this device/)).toBeVisible();
  const { pathname } = new URL(noor.url());
  const context = noor.context();
  await noor.close();
  await context.setOffline(false);
  const again = await context.newPage();
  await again.goto(ADDRESS + pathname);
  const rightAgain = again.getByRole('region', { name: 'Right rear' });
  await expect(rightAgain.getByRole('radio', { name: 'Unsafe' })).toHaveAttribute('aria-checked', 'true');
  await expect(rightAgain.getByRole('button', { name: /^Measure Tread/ })).toContainText('Watch');

  // A note, and why a point can't be looked at.
  const front = again.getByRole('region', { name: 'Front brakes' });
  await front.getByRole('button', { name: /^More about Pads, thinnest/ }).click();
  await front.getByLabel("Can't be looked at, because").fill('Lock key missing');
  await front.getByRole('button', { name: 'Skip it' }).click();
  await expect(front.getByText('skipped: Lock key missing')).toBeVisible();
  await accessible(again, 'point opened', '.inspection');

  // The rest: all good for every group, digits for every measure.
  await restIsFine(again);
  await again.getByRole('button', { name: 'Finish' }).click();
  await expect(again.getByText(/^Finished .*, Noor H\./)).toBeVisible();
  await again.close();
  expect(taps).toBeLessThan(12);

  // The counter: whose move it is, what was found, and one click makes it work, however often.
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.getByRole('link', { name: 'Worklist', exact: true }).click();
  await accessible(mina, 'worklist');
  const unread = mina
    .getByRole('region', { name: 'Finished, not read' })
    .getByRole('row')
    .filter({ hasText: /2 findings|3 findings/ });
  await unread.getByRole('link', { name: 'Read and price' }).first().click();
  const findings = mina.getByRole('region', { name: 'Findings' });
  await expect(findings.getByText('Right rear:')).toHaveCount(2);
  await accessible(mina, 'findings on the order', '.findings');
  await findings
    .getByRole('button', { name: /^Add .*to the order$/ })
    .first()
    .click();
  await expect(mina.getByRole('status').filter({ hasText: /jobs? added/ })).toBeVisible();
  await expect(findings.getByText('on the order')).toHaveCount(2);
  await expect(mina.getByRole('region', { name: 'Rear brake pads', exact: true })).toHaveCount(1);
});

test('a tablet whose clock is a day off tells the time of the shop; one whose storage is full says so, and shows nothing as entered', async ({
  browser,
}) => {
  const noor = await signIn(browser, 'Noor Haddad', TABLET);
  // Another clock for every page of this tablet from now on.
  await noor.addInitScript(() => {
    const real = Date;
    const off = () => real.now() - 26 * 3_600_000;
    globalThis.Date = new Proxy(real, {
      construct: (kind, given) => (given.length ? Reflect.construct(kind, given) : new kind(off())),
      get: (kind, name) => (name === 'now' ? off : Reflect.get(kind, name)),
    });
  });
  const { cars } = (await (await noor.request.get('/api/bench')).json()) as { cars: { orderId: number }[] };
  const begun = await noor.request.post(`/api/orders/${cars[0]!.orderId}/inspections`, {
    data: { templateId: 1 },
    headers: { 'X-Command-Id': crypto.randomUUID(), Origin: ADDRESS },
  });
  await noor.goto(`/bench/inspections/${((await begun.json()) as { id: number }).id}`);
  const wire = await noor.context().newCDPSession(noor);
  const storage = (quotaSize?: number) => wire.send('Storage.overrideQuotaForOrigin', { origin: ADDRESS, quotaSize });
  const good = noor.getByRole('radio', { name: 'Good' }).first();
  // The page itself, which its worker would keep, does not depend on there being room.
  await noor.evaluate(() => navigator.serviceWorker.ready);
  await storage(1);
  await noor.reload();
  await good.click();
  await expect(noor.getByText('The storage of this device is full. Delete something on it, then enter this again.')).toBeVisible();
  await expect(good).toHaveAttribute('aria-checked', 'false');
  await storage();
  const sent = noor.waitForResponse(/\/points\/\d+$/);
  await good.click();
  await expect(good).toHaveAttribute('aria-checked', 'true');
  await sent;
  await noor.reload();
  await expect(good).toHaveAttribute('aria-checked', 'true');

  await restIsFine(noor);
  await noor.getByRole('button', { name: 'Finish' }).click();
  await expect(noor.getByText(/^Finished today \d+:\d\d [ap]m, Noor H\./)).toBeVisible();
});

test('an owner makes an inspection of their own, with limits and the work that it asks for', async ({ browser }) => {
  const ingrid = await signIn(browser, 'Ingrid Abara');
  await ingrid.goto('/setup/inspections');
  await ingrid.getByLabel('Name of a new one').fill('Trailer hitch check');
  await ingrid.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(ingrid.getByRole('region', { name: 'Trailer hitch check' })).toBeVisible();
  await ingrid.getByLabel('Part of the vehicle').fill('Hitch');
  await ingrid.getByLabel('What is looked at').fill('Ball wear');
  await ingrid.keyboard.press('Enter');
  await ingrid.getByLabel('Measured in, Ball wear').selectOption('mm');
  await ingrid.getByLabel('Due, Ball wear').click();
  await ingrid.keyboard.type('49');
  await ingrid.keyboard.press('Enter');
  await expect(ingrid.getByLabel('Due, Ball wear')).toHaveValue('49');
  await ingrid.getByRole('button', { name: 'More about Ball wear, Hitch' }).click();
  await ingrid.getByLabel('Canned job of Ball wear').selectOption({ label: 'Noise, find the cause' });
  await accessible(ingrid, 'template of an inspection', '.own-page');
  await ingrid.getByLabel('Every vehicle on arrival').click();
  await expect(ingrid.getByText('1 point, on arrival')).toBeVisible();
  await ingrid.getByLabel('Every vehicle on arrival').click();
  await expect(ingrid.getByText('1 point, on arrival')).toHaveCount(0);
});
