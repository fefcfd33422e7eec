import { expect, test, type Page } from '@playwright/test';
import { accessible, ADDRESS, mood, ownShop, signIn, taken } from '../shop.ts';

ownShop();

// Screens of an earlier test would go on asking the server.
test.afterEach(({ browser }) => Promise.all(browser.contexts().map((context) => context.close())));

/** Types a text, one key after the other, as a person at the counter does. */
async function type(page: Page, text: string) {
  await page.keyboard.type(text, { delay: 5 });
}

/** Writes a new customer's car up with a job that needs a part, approves it: all by keyboard. */
async function writeUpByKeys(page: Page, lastName: string, plate: string) {
  await page.keyboard.press('n');
  await expect(page.getByRole('combobox', { name: 'Phone, name, plate' })).toBeFocused();
  await type(page, `Ottilie ${lastName}`);
  await expect(page.getByRole('option', { name: /New customer "Ottilie/ })).toBeVisible();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('First name')).toBeFocused();
  await expect(page.getByLabel('Last name')).toHaveValue(lastName);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Tab');
  await type(page, '(207) 555-0163');
  await page.getByRole('radio', { name: 'New vehicle' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Plate', { exact: true })).toBeFocused();
  await type(page, plate);
  for (let i = 0; i < 2; i++) await page.keyboard.press('Tab');
  await type(page, '2019');
  await page.keyboard.press('Tab');
  await type(page, 'Vireo');
  await page.keyboard.press('Tab');
  await type(page, 'Sorrel');
  await page.getByLabel('Odometer in').focus();
  await type(page, '61,204');
  await page.keyboard.press('Tab');
  await type(page, '91');
  await page.keyboard.press('Tab');
  await type(page, 'Charging light flickers');
  await page.keyboard.press('Enter');
  await accessible(page, 'write-up');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('heading', { name: '2019 Vireo Sorrel' })).toBeVisible();

  // The first job: typed, then a labor and a part line in it.
  await expect(page.getByRole('combobox', { name: 'New job' })).toBeFocused();
  await type(page, 'Voltage regulator');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  const add = page.getByRole('combobox', { name: 'Add to Voltage regulator' });
  await expect(add).toBeFocused();
  await type(page, 'Regulator, replace');
  // The list of an earlier text may have it as well.
  await expect(page.getByRole('listbox')).toHaveAttribute('data-for', 'Regulator, replace');
  await page.getByRole('option', { name: /Labor "Regulator/ }).waitFor();
  // What is typed by hand stands at the end of the list, however much fits.
  const options = page.getByRole('option');
  for (let i = 0; i < 12 && !(await options.filter({ hasText: 'Labor "Regulator' }).getAttribute('aria-selected'))?.includes('true'); i++)
    await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Hours, Regulator, replace')).toBeFocused();
  await type(page, '1:30');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Hours, Regulator, replace')).toHaveValue('1.50');
  await add.focus();
  await type(page, 'Regulator 14V');
  await expect(page.getByRole('listbox')).toHaveAttribute('data-for', 'Regulator 14V');
  await page.getByRole('option', { name: /Part "Regulator 14V"/ }).waitFor();
  for (
    let i = 0;
    i < 12 && !(await options.filter({ hasText: 'Part "Regulator 14V"' }).getAttribute('aria-selected'))?.includes('true');
    i++
  )
    await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Quantity, Regulator 14V')).toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await type(page, 'VR-14');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Each, Regulator 14V')).toBeFocused();
  await type(page, '96.50');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Why Regulator 14V: 96.50' })).toBeFocused();
  await page.keyboard.press('w');
  await expect(page.getByRole('dialog', { name: 'How 96.50 was calculated' })).toContainText('Manual price');
  await page.keyboard.press('Escape');
  await accessible(page, 'order sheet');
  await page.keyboard.press('a');
  await expect(page.getByRole('dialog', { name: /Approved/ })).toBeVisible();
  await expect(page.getByLabel('Answered by')).toHaveValue(`Ottilie ${lastName}`);
  await accessible(page, 'decision');
  await page.keyboard.press('Enter');
  await expect(page.locator('.decide .made')).toHaveText('Approved');
  await expect(page.getByLabel('Stage').locator('option:checked')).toHaveText('Waiting for parts');
}

const orderIdOf = (page: Page) => Number(/orders\/(\d+)/.exec(page.url())![1]);

test('one new car goes through the whole shop, the counter by keyboard alone', async ({ browser }) => {
  const counter = await signIn(browser, 'Mina Okafor');
  await accessible(counter, 'floor by person');
  await writeUpByKeys(counter, 'Quill', 'SLC 101');
  const order = orderIdOf(counter);

  // Parts: needed, ordered over HTTP, its state on the sheet, received.
  await counter.keyboard.press('Control+k');
  await type(counter, 'go to parts');
  await counter.keyboard.press('Enter');
  await expect(counter.getByRole('heading', { name: 'Parts', exact: true })).toBeVisible();
  await expect(counter.getByRole('row', { name: /SLC 101/ })).toBeVisible();
  await accessible(counter, 'parts');
  // Another car's part is needed too; it is left for later.
  await counter.getByRole('button', { name: 'Order 2 parts…' }).focus();
  await counter.keyboard.press('Enter');
  await expect(counter.getByText(/available/).first()).toBeVisible();
  await accessible(counter, 'ordering', '[aria-label="Order from Harbor Parts"]');
  await counter.getByLabel('Order Valve cover gasket set').focus();
  await counter.keyboard.press('Space');
  await counter.getByRole('button', { name: 'Place order for 1 part' }).focus();
  await counter.keyboard.press('Enter');
  await expect(counter.getByRole('status').filter({ hasText: 'Harbor Parts confirmed' })).toBeVisible();
  const purchase = counter.locator('.purchase').filter({ hasText: 'SLC 101' });
  await expect(purchase).toContainText('expected today');
  await purchase.getByRole('button', { name: 'Receive…' }).focus();
  await counter.keyboard.press('Enter');
  // A scanner types the number and Enter; one more Enter keeps what came.
  await expect(purchase.getByLabel('Scan or type a part number')).toBeFocused();
  await counter.keyboard.type('vr14');
  await counter.keyboard.press('Enter');
  await expect(purchase.getByText('Regulator 14V: 1 of 1')).toBeVisible();
  await counter.keyboard.press('Enter');
  const ready = counter.getByRole('button', { name: 'Mark ready for technician' });
  await ready.focus();
  await counter.keyboard.press('Enter');

  // Floor: planned for Noor by keys, then a quarter hour later.
  await counter.keyboard.press('1');
  const loose = counter.getByRole('button', { name: /SLC 101, Voltage regulator.*not scheduled/ });
  await loose.focus();
  await counter.keyboard.press('Enter');
  const block = counter.locator('.lane-block').filter({ hasText: 'SLC 101' });
  await expect(block).toBeVisible();
  // The hands stay with it from one lane to the next, as fast as they go.
  await expect(block).toBeFocused();
  let kept = 0;
  counter.on('response', (answer) => (kept += Number(/\/api\/calendar\/place$/.test(answer.url()) && answer.ok())));
  for (let lane = 0; lane < 3; lane++) await counter.keyboard.press('Shift+ArrowDown');
  await counter.keyboard.press('Shift+ArrowRight');
  const noor = counter.getByRole('region', { name: 'Noor H.' }).locator('.lane-block').filter({ hasText: 'SLC 101' });
  await expect(noor).toBeFocused();
  const [, from] = /from (\S+ \S+),/.exec((await block.getAttribute('aria-label'))!)!;
  await expect.poll(() => kept).toBe(4);
  await counter.reload();
  await expect(noor).toHaveAttribute('aria-label', new RegExp(`from ${from},`));
  await counter.keyboard.press('2');
  await expect(counter.getByRole('region', { name: 'Bay 1' })).toBeVisible();
  await accessible(counter, 'floor by bay');
  await counter.keyboard.press('3');
  await expect(counter.getByRole('region', { name: 'Ready for technician' }).getByText('SLC 101')).toBeVisible();
  await accessible(counter, 'floor by stage');
  await counter.keyboard.press('4');
  await accessible(counter, 'floor as a list');
  await counter.keyboard.press('1');

  // Bench: a technician on a tablet, upright.
  const bench = await signIn(browser, 'Noor Haddad', { width: 800, height: 1100 });
  const car = bench.getByRole('region', { name: /SLC 101/ });
  await expect(car).toBeVisible();
  await expect(car).not.toContainText('96.50');
  await accessible(bench, 'bench');
  await car.getByRole('button', { name: 'Start job' }).click();
  await expect(bench.getByRole('button', { name: 'Stop job' })).toBeVisible();
  // The counter sees it within a second, without doing anything.
  await expect(counter.locator('.lane-block.running').filter({ hasText: 'SLC 101' })).toBeVisible({ timeout: 3000 });
  await car.getByRole('button', { name: 'Report a finding' }).click();
  await bench.getByLabel('Finding', { exact: true }).fill('Belt is cracked');
  await bench.getByLabel('Measurement', { exact: true }).fill('2,5');
  await bench.getByRole('radio', { name: 'Due' }).click();
  await bench.setInputFiles('[role=dialog] input[type=file]', { name: 'belt.png', mimeType: 'image/png', buffer: picture() });
  await expect(bench.getByAltText('Photo of the finding')).toBeVisible();
  await accessible(bench, 'finding');
  await bench.getByRole('button', { name: 'Save finding' }).click();
  await expect(car).toContainText('Belt is cracked');
  await car.getByRole('button', { name: 'Finish' }).click();
  await expect(car).toContainText('Finished');

  // Close: the obstacle is named and cleared from where it is named; then the money.
  await counter.goto(`/orders/${order}`);
  await expect(counter.getByText('Belt is cracked')).toBeVisible();
  await expect(counter.getByLabel('Stage').locator('option:checked')).toHaveText('Ready for pickup');
  await counter.keyboard.press('c');
  await expect(counter.getByText('Odometer out is missing')).toBeVisible();
  await accessible(counter, 'close');
  await counter.getByLabel('Odometer', { exact: true }).focus();
  await type(counter, '61,209');
  await counter.keyboard.press('Enter');
  await counter.getByLabel('How they heard of the shop').selectOption('Referral');
  await expect(counter.getByText('Ready to invoice')).toBeVisible();
  await counter.getByRole('button', { name: 'Post the invoice' }).focus();
  await counter.keyboard.press('Enter');
  await expect(counter.getByRole('heading', { name: /^Invoice \d+/ })).toBeVisible();
  const number = /\d+/.exec(await counter.getByRole('heading', { name: /^Invoice \d+/ }).innerText())![0];
  await accessible(counter, 'invoice');
  await counter.keyboard.press('t');
  await type(counter, '500');
  await counter.keyboard.press('Enter');
  await expect(counter.getByText('Change due')).toBeVisible();
  await expect(counter.getByText('Paid', { exact: true })).toBeVisible();
  const pdf = await counter.request.get(counter.url().replace('/invoices/', '/api/invoices/') + '/invoice.pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');

  // Found again under Orders by the invoice's number; reversed by the owner.
  await counter.keyboard.press('Control+k');
  await type(counter, 'go to orders');
  await counter.keyboard.press('Enter');
  await expect(counter.getByLabel('Search repair orders')).toBeFocused();
  await type(counter, number);
  await expect(counter.getByRole('row', { name: /SLC 101/ })).toBeVisible();
  await accessible(counter, 'orders');
  await counter.keyboard.press('Enter');
  await counter.getByRole('button', { name: new RegExp(`Invoice ${number}, paid`) }).waitFor();

  const owner = await signIn(browser, 'Ingrid Abara');
  await owner.goto(`/orders/${order}`);
  await owner.getByRole('button', { name: new RegExp(`Invoice ${number}`) }).click();
  await owner.getByRole('button', { name: 'Credit…' }).click();
  await owner.getByLabel('Reason', { exact: true }).fill('Posted by mistake');
  await owner.getByRole('checkbox', { name: /Open the repair order again/ }).check();
  await owner.getByRole('button', { name: 'Post the credit memo' }).click();
  await expect(owner.getByText(/Hand back/)).toBeVisible();
  await expect(owner.getByText(/Credited by credit memo/)).toBeVisible();
  await expect(counter.getByRole('button', { name: /Close and invoice/ })).toBeVisible();
});

test('the same with a supplier that fails at first: it is said, nothing is lost, nothing is ordered twice', async ({ browser }) => {
  const counter = await signIn(browser, 'Dario Lindqvist');
  const before = await taken('harbor');
  await mood('harbor', 'fail');
  await writeUpByKeys(counter, 'Rask', 'SLC 202');
  const order = orderIdOf(counter);
  await counter.goto('/parts');
  await counter
    .getByRole('button', { name: /Order \d parts?…/ })
    .first()
    .click();
  await expect(counter.getByText('You can order all the same')).toBeVisible();
  await counter.getByRole('button', { name: /Place order/ }).click();
  const purchase = counter.locator('.purchase').filter({ hasText: 'SLC 202' });
  await expect(purchase).toContainText('Harbor Parts answered with an error (500)');
  await expect(purchase).toContainText('Or call');
  await counter.goto(`/orders/${order}`);
  await expect(counter.getByText('Harbor Parts: not sent yet')).toBeVisible();
  await counter.goto('/parts');
  // Sent again by hand while it still fails; once the supplier is back it goes out by itself.
  await purchase.getByRole('button', { name: 'Send again' }).click();
  await expect(purchase).toContainText('Harbor Parts answered with an error (500)');
  await mood('harbor', 'ok');
  await expect(purchase).toContainText('Confirmed', { timeout: 60_000 });
  expect(await taken('harbor')).toBe(before + 1);
  await purchase.getByRole('button', { name: 'Receive…' }).click();
  await purchase.getByRole('button', { name: 'Save received parts' }).click();
  await expect(counter.getByText('All parts for SLC 202 are in.')).toBeVisible();
  await counter.goto(`/orders/${order}`);
  await expect(
    counter
      .locator('.line')
      .filter({ hasText: 'VR-14' })
      .or(counter.getByText('Received', { exact: true }))
      .first(),
  ).toBeVisible();
  await counter.keyboard.press('c');
  await counter.getByRole('button', { name: 'Mark all approved jobs finished' }).click();
  await counter.getByLabel('Odometer', { exact: true }).fill('61300');
  await counter.getByRole('button', { name: 'Save' }).click();
  await counter.getByLabel('How they heard of the shop').selectOption('Referral');
  await counter.getByRole('button', { name: 'Post the invoice' }).click();
  await mood('card', 'loseAnswer', 1);
  await mood('card-lookup', 'off', 1);
  await counter.getByRole('button', { name: /Charge card .*/ }).click();
  await expect(counter.getByRole('button', { name: 'Check this charge' })).toBeVisible({ timeout: 15_000 });
  await expect(counter.getByRole('button', { name: /Charge card .*/ })).toHaveCount(0);
  await counter.getByRole('button', { name: 'Check this charge' }).click();
  await expect(counter.getByText('Paid', { exact: true })).toBeVisible();
});

test('two people edit the same line: the second is told, and what another changes appears by itself', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  const dario = await signIn(browser, 'Dario Lindqvist');
  await mina.goto('/orders/2514');
  await dario.goto('/orders/2514');
  const hours = (page: Page) => page.getByLabel(/^Hours, Noise/);
  await hours(dario).waitFor();
  await dario.route('**/api/orders/2514', (route) => route.abort());
  await hours(mina).fill('1.4');
  await hours(mina).blur();
  await expect(hours(mina)).toHaveValue('1.40');
  await hours(dario).fill('2');
  await hours(dario).press('Tab');
  await expect(dario.getByRole('alert')).toContainText('Mina O. changed this to "1.4"');
  await dario.unroute('**/api/orders/2514');
  await hours(dario).press('Escape');
  await mina.getByLabel('Key tag').fill('K-5');
  await mina.getByLabel('Key tag').blur();
  await expect(dario.getByLabel('Key tag')).toHaveValue('K-5', { timeout: 3000 });
});

test('a lost connection is said, and what was typed goes out when it is back', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto('/orders/2512');
  const key = mina.getByLabel('Key tag');
  await key.waitFor();
  await mina.context().setOffline(true);
  await key.fill('OFF-7');
  await key.blur();
  await expect(mina.getByText(/No connection. One change is saved on this computer/)).toBeVisible();
  await mina.context().setOffline(false);
  await expect(mina.getByText(/No connection/)).toHaveCount(0, { timeout: 20_000 });
  await mina.reload();
  await expect(key).toHaveValue('OFF-7');
});

test('a job is dragged to a person, a car to a stage, and both are undone', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.keyboard.press('1');
  const block = mina.locator('.lane-block').filter({ hasText: 'QRD 518' });
  await block.waitFor();
  const lane = mina.getByRole('region', { name: 'Pieter L.' });
  await drag(mina, block, lane);
  await expect(lane.locator('.lane-block').filter({ hasText: 'QRD 518' })).toBeVisible();
  await mina.getByRole('button', { name: 'Undo' }).click();
  await expect(mina.getByRole('region', { name: 'Unassigned' }).locator('.lane-block').filter({ hasText: 'QRD 518' })).toBeVisible();
  await mina.keyboard.press('3');
  const stage = mina.getByRole('region', { name: 'In diagnosis' });
  await drag(mina, mina.locator('[data-car]').filter({ hasText: 'PNE 904' }), stage);
  await expect(stage.getByText('PNE 904')).toBeVisible();
  await mina.locator('[data-car]').filter({ hasText: 'PNE 904' }).focus();
  await mina.keyboard.press('[');
  await expect(mina.getByRole('region', { name: 'Arrived', exact: true }).getByText('PNE 904')).toBeVisible();
  // The hands stay with the car: two keys in a row move it twice, the second not refused for the first.
  await mina.keyboard.press(']');
  await mina.keyboard.press(']');
  await expect(mina.getByRole('region', { name: 'Building estimate', exact: true }).getByText('PNE 904')).toBeVisible();
  await expect(mina.getByText(/changed since|meanwhile/)).toHaveCount(0);
});

test('the first page, sign-in and the dark scheme are accessible', async ({ browser }) => {
  const context = await browser.newContext({ baseURL: ADDRESS });
  const page = await context.newPage();
  await page.goto('/');
  await page.getByRole('heading', { name: 'Sign in' }).waitFor();
  await accessible(page, 'sign-in');
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.evaluate(() => localStorage.setItem('mui-mode', 'dark'));
  for (const path of ['/', '/orders/2501', '/parts', '/write-up']) {
    await mina.goto(path);
    await mina.waitForLoadState('networkidle');
    await accessible(mina, `dark ${path}`);
  }
});

async function drag(page: Page, from: ReturnType<Page['locator']>, to: ReturnType<Page['locator']>) {
  const a = (await from.boundingBox())!;
  const b = (await to.boundingBox())!;
  await page.mouse.move(a.x + 12, a.y + 12);
  await page.mouse.down();
  await page.mouse.move(a.x + 30, a.y + 20, { steps: 3 });
  await page.mouse.move(
    Math.min(b.x + b.width / 2, a.x + 60 > b.x && a.x < b.x + b.width ? a.x + 40 : b.x + b.width / 2),
    b.y + b.height / 2,
    { steps: 8 },
  );
  await page.mouse.up();
}

/** A small PNG, one gray pixel. */
function picture(): Buffer {
  return Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg==', 'base64');
}
