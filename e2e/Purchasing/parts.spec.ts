import { expect, test } from '@playwright/test';
import { accessible, OUTSIDE, ownShop, signIn } from '../shop.ts';

ownShop();

/** What becomes of a number at a supplier from now on. */
const number = (supplier: string, part: string, state: string) =>
  fetch(`http://127.0.0.1:${OUTSIDE}/suppliers/${supplier}/numbers/${part}/${state}`, { method: 'POST' });

test('the day of a parts person: low stock ordered, partly filled, received by scanner, one sent back, a shelf counted', async ({
  browser,
}) => {
  const wen = await signIn(browser, 'Wen Castellanos');
  await wen.getByRole('link', { name: 'Parts', exact: true }).click();
  await accessible(wen, 'needed and on order');

  // Two kinds of filters are low: their levels were raised by the owner.
  const owner = await signIn(browser, 'Ingrid Abara');
  for (const [part, fill] of [
    ['AF-384', '30'],
    ['AF-421', '40'],
  ] as const) {
    await owner.goto('/setup/parts');
    await owner.getByLabel('Find a part').fill(part);
    // The list is narrowed before it is clicked into; it would move under the pointer.
    await expect(owner.getByRole('navigation', { name: 'Parts', exact: true }).getByRole('link')).toHaveCount(1);
    await owner.getByRole('link', { name: new RegExp(part) }).click();
    await owner.getByLabel('Fill up to').fill(fill);
    await owner.getByLabel('Fill up to').press('Enter');
    await owner.getByLabel('Reorder at').fill('20');
    await owner.getByLabel('Reorder at').press('Enter');
    await expect(owner.getByLabel('Reorder at')).toHaveValue('20');
  }
  await wen.getByRole('link', { name: 'Reorder' }).click();
  await expect(wen.getByLabel('How many of Air filter').first()).toBeVisible();
  await accessible(wen, 'reorder');
  await number('harbor', 'AF-384', 'partly');
  await number('harbor', 'AF-421', 'discontinued');
  await wen
    .getByRole('region', { name: 'Harbor Parts' })
    .getByRole('button', { name: /^Order \d+ parts?$/ })
    .click();
  await expect(wen.getByRole('status').filter({ hasText: /Purchase order \d+ is on its way to Harbor Parts/ })).toBeVisible();

  // What the supplier made of each line stands there in its own words.
  await wen.getByRole('link', { name: 'Needed and on order' }).click();
  const purchase = wen.locator('.purchase').filter({ hasText: 'AF-384' });
  await expect(purchase).toContainText('rest back-ordered');
  await expect(purchase).toContainText('No longer made');

  // Received by scanner: only what was scanned came, and a clip that nobody ordered.
  await purchase.getByRole('button', { name: 'Receive…' }).click();
  await wen.keyboard.type('AF384');
  await wen.keyboard.press('Enter');
  await wen.keyboard.type('af-384');
  await wen.keyboard.press('Enter');
  await expect(purchase.getByText(/^Air filter: 2 of/)).toBeVisible();
  await wen.keyboard.type('XX-1');
  await wen.keyboard.press('Enter');
  await expect(purchase.getByText(/XX-1 is not open on this purchase order/)).toBeVisible();
  await purchase.getByRole('button', { name: 'Something else came…' }).click();
  await purchase.getByLabel('Part number', { exact: true }).fill('CLIP-4');
  await purchase.getByLabel('What it is').fill('Retaining clip');
  await purchase.getByLabel('How many').fill('10');
  await purchase.getByLabel('Cost each').fill('0.40');
  await purchase.getByLabel('Cost of Air filter').fill('12.10');
  await expect(purchase.getByText(/^ordered at/)).toBeVisible();
  await accessible(wen, 'receiving', '.purchase');
  await purchase.getByRole('button', { name: 'Save received parts' }).click();
  await expect(wen.getByText(/partly received/)).toBeVisible();
  await expect(purchase.getByRole('link', { name: 'Labels' })).toBeVisible();

  // One is the wrong one: it goes back, and leaves stock when it is picked up.
  await wen.getByRole('link', { name: 'Returns and cores' }).click();
  await wen.getByRole('button', { name: 'New return…' }).click();
  await wen.getByLabel('Part number, order or words').fill('AF-384');
  await wen.getByLabel('Return Air filter, AF-384').check();
  await wen.getByLabel('Quantity of Air filter').fill('1');
  await accessible(wen, 'new return', '[aria-label="New return"]');
  await wen.getByRole('button', { name: 'Return 1 part' }).click();
  const made = wen.locator('.purchase').filter({ hasText: 'AF-384' });
  // Their service gives the number by itself; what they say on the phone can still be typed over it.
  await expect(made).toContainText(/authorization RA-\d+/);
  await made.getByRole('button', { name: 'Authorization…' }).click();
  await made.getByLabel(/Number that/).fill('RA-77');
  await wen.keyboard.press('Enter');
  await expect(made).toContainText('authorization RA-77');
  await made.getByRole('button', { name: 'Picked up' }).click();
  await made.getByRole('button', { name: 'Credited…' }).click();
  await made.getByLabel('Amount').fill('11.60');
  await wen.keyboard.press('Enter');
  await expect(made).toContainText('11.60 of 12.10 credited');
  await accessible(wen, 'returns and cores');

  // The bill asks for more than came: what was not received is disputed.
  await wen.getByRole('link', { name: 'Bills' }).click();
  await accessible(wen, 'supplier bills');
  await wen.getByRole('button', { name: 'Enter a bill…' }).click();
  await wen.getByLabel('Bill number').fill('HB-88001');
  await wen.getByLabel('Bill Air filter, AF-384').check();
  await wen.getByLabel('Billed of Air filter, AF-384').fill('3');
  await wen.getByLabel('Freight').fill('4.50');
  await accessible(wen, 'entering a bill', `[aria-label="Supplier's bill"]`);
  await wen.getByRole('button', { name: 'Enter bill' }).click();
  await expect(wen.getByRole('status').filter({ hasText: 'Bill HB-88001: 28.70 to pay, 12.10 disputed.' })).toBeVisible();
  await owner.goto('/parts/bills');
  const bill = owner.locator('.purchase').filter({ hasText: 'HB-88001' });
  await bill.getByRole('button', { name: 'Mark paid…' }).click();
  await owner.keyboard.type('Check 1180');
  await owner.keyboard.press('Enter');
  await expect(bill).toContainText('Check 1180');

  // The stock page knows every step of it.
  await wen.getByRole('link', { name: 'Stock', exact: true }).click();
  await wen.getByLabel('Find in stock').fill('AF-384');
  await accessible(wen, 'stock');
  await wen.getByRole('row', { name: /AF-384/ }).press('Enter');
  const card = wen.getByRole('dialog').or(wen.locator('[aria-label="Air filter"]')).first();
  await expect(card).toContainText('Returned to supplier');
  await expect(card).toContainText('Received');
  await accessible(wen, 'stock card', '[aria-label="Air filter"]');
  await wen.keyboard.press('Escape');

  // A shelf is counted: without what should be there, then the differences.
  await wen.getByRole('link', { name: 'Counts' }).click();
  await wen.getByLabel(/^Bin, or how bins begin/).fill('A-14');
  await wen.getByRole('button', { name: 'Begin count' }).click();
  await expect(wen.getByRole('columnheader', { name: 'Expected' })).toBeHidden();
  await wen.getByLabel(/^Counted of Air filter, AF-384/).fill('3');
  await wen.keyboard.press('Enter');
  await wen.getByRole('heading', { name: /Count of bin/ }).click();
  await expect(wen.getByText('1 of 1 counted')).toBeVisible();
  await wen.getByRole('button', { name: 'Show differences' }).click();
  await expect(wen.getByText(/^1 part differs/)).toBeVisible();
  await accessible(wen, 'count');
  await wen.getByLabel('Why').fill('Three boxes empty');
  await wen.getByRole('button', { name: 'Post count' }).click();
  await expect(wen.getByText(/^Posted, /)).toBeVisible();
  await wen.getByRole('link', { name: 'All counts' }).click();
  await accessible(wen, 'counts');
});
