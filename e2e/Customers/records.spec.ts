import { expect, test, type Page } from '@playwright/test';
import { accessible, mood, ownShop, signIn } from '../shop.ts';

ownShop();

test.afterEach(async ({ browser }) => {
  await Promise.all(browser.contexts().map((context) => context.close()));
  // What failed half-way must not leave the services off for the next.
  await mood('directory', 'ok');
  await mood('vehicles', 'ok');
});

/** Counts keys other than the texts that are typed. */
function counting(page: Page) {
  let keys = 0;
  return {
    press: async (key: string) => {
      keys++;
      await page.keyboard.press(key);
    },
    count: () => keys,
  };
}

test('a known customer with two cars and one canned job is written up in at most twelve keys besides the text', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  const hands = counting(mina);
  await hands.press('n');
  const who = mina.getByRole('combobox', { name: 'Phone, name, plate' });
  await expect(who).toBeFocused();
  // Enter at once, before any answer can be there: it waits for the ones that are meant.
  await mina.keyboard.type('Felipe Abiodun');
  await hands.press('Enter');
  // Two cars: the hands are on the first; Enter takes it and goes on to the odometer.
  const cars = mina.getByRole('radio').filter({ hasText: /last|never here/ });
  await expect(cars).toHaveCount(2);
  await expect(cars.first()).toBeFocused();
  await hands.press('Enter');
  await expect(mina.getByLabel('Odometer in')).toBeFocused();
  await mina.keyboard.type('299,100');
  // What is already known is one stop on the way once it is there, however much there is of it.
  const work = mina.getByRole('combobox', { name: 'Work requested' });
  while (!(await work.evaluate((field) => field === document.activeElement))) await hands.press('Tab');
  await mina.keyboard.type('oil and filter');
  await expect(mina.getByRole('option', { name: /Oil and filter service/ }).first()).toHaveAttribute('aria-selected', 'true');
  await hands.press('Enter');
  await hands.press('Control+Enter');
  await expect(mina).toHaveURL(/\/orders\/\d+$/);
  await expect(mina.getByRole('region', { name: 'Oil and filter service' })).toBeVisible();
  expect(hands.count()).toBeLessThanOrEqual(12);
});

test('a new customer from the directory with a car from its plate; the services being off loses nothing', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto('/write-up');
  await expect(mina.getByRole('combobox', { name: 'Phone, name, plate' })).toBeFocused();
  await mina.keyboard.type('(802) 555-0199');
  await mina.getByRole('option', { name: /New customer/ }).click();
  await expect(mina.getByLabel('Phone', { exact: true })).toHaveValue('(802) 555-0199');
  await mood('directory', 'off');
  await mood('vehicles', 'off');
  await mina.getByLabel('Last name').fill('Quastenau');
  // Who has the number already is said above the vehicle, which moves down for it.
  await expect(mina.getByText('Already on file?')).toBeVisible();
  await mina.getByRole('radio', { name: 'New vehicle' }).click();
  await mina.getByLabel('Plate', { exact: true }).fill('QZ 4410');
  await expect(mina.getByText(/vehicle data service is not responding. Enter the vehicle yourself/)).toBeVisible();
  await mood('directory', 'ok');
  await mood('vehicles', 'ok');
  await expect(mina.getByLabel('Last name')).toHaveValue('Quastenau');
  // Another number asks anew, and is proposed; nothing is kept until it is taken.
  for (const last of ['0151', '0152', '0153', '0154']) {
    await mina.getByLabel('Phone', { exact: true }).fill(`802 555 ${last}`);
    const proposed = mina.getByText('Directory listing:');
    if (
      await proposed.waitFor({ timeout: 3000 }).then(
        () => true,
        () => false,
      )
    )
      break;
  }
  await mina.locator('.proposal').filter({ hasText: 'Directory listing:' }).getByRole('button', { name: 'Use it' }).click();
  await expect(mina.getByLabel('Address')).toHaveValue(/Lantern Bay/);
  await mina.getByLabel('Last name').fill('Quastenau');
  await mina.getByLabel('Plate', { exact: true }).fill('QZ 4411');
  const car = mina.locator('.proposal').filter({ hasText: 'Plate match:' });
  await expect(car).toBeVisible();
  await accessible(mina, 'write-up with proposals', '.writeup-page');
  await car.getByRole('button', { name: 'Use it' }).click();
  await expect(mina.getByLabel('VIN', { exact: true })).toHaveValue(/^[A-HJ-NPR-Z0-9]{17}$/);
  await mina.getByLabel('Odometer in').fill('12,400');
  await mina.keyboard.press('Control+Enter');
  await expect(mina.getByRole('link', { name: /Quastenau/ })).toBeVisible();
});

test('work that is known is taken over, and a probable duplicate is used instead of a second record', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto('/write-up?customer=18&vehicle=18');
  const known = mina.getByRole('region', { name: 'Alerts and history' });
  const row = known
    .getByRole('listitem')
    .filter({ has: mina.getByRole('button', { name: 'Add to order' }) })
    .first();
  const title = (await row.locator('.grow > span').first().innerText()).trim();
  // What an outside service answers meanwhile may come to stand before it.
  const same = known.getByRole('listitem').filter({ hasText: title }).first();
  await same.getByRole('button', { name: 'Add to order' }).focus();
  await mina.keyboard.press('Enter');
  await expect(known.getByRole('button', { name: 'Added' })).toBeVisible();
  await accessible(mina, 'what is known', '.writeup-page');
  await mina.getByLabel('Odometer in').fill('299,100');
  await mina.keyboard.press('Control+Enter');
  // The job is called as what was known, or as the canned job that does it.
  const word = title.replace(/^(Open recall|Bulletin): /, '').split(/[ ,]/)[0]!;
  await expect(mina.locator('.job').first()).toHaveAttribute('aria-label', new RegExp(word));

  await mina.goto('/write-up');
  await expect(mina.getByRole('combobox', { name: 'Phone, name, plate' })).toBeFocused();
  await mina.keyboard.type('Imke Sorenson');
  await mina.getByRole('option', { name: /New customer/ }).click();
  await mina.locator('.alike-row').filter({ hasText: 'Imke Sorensen' }).click();
  await expect(mina.locator('.chosen')).toContainText('Imke Sorensen');
});

test('a customer is edited, merged with a second record and taken apart; a car is passed on only when nothing is open', async ({
  browser,
}) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.getByRole('link', { name: 'Customers' }).click();
  await accessible(mina, 'customers', '.page');
  await mina.getByLabel('Search customers').fill('gannet couriers');
  await mina.getByRole('link', { name: 'Gannet Couriers' }).click();
  await expect(mina.getByRole('heading', { name: 'Gannet Couriers' })).toBeVisible();
  await accessible(mina, 'customer', '.record-page');
  await mina.getByLabel('Alert').fill('Ask for Odile');
  await mina.keyboard.press('Tab');
  await expect(mina.locator('.record-head')).toContainText('Ask for Odile');
  await mina.getByLabel('Payment terms (days)').fill('soon');
  await mina.keyboard.press('Tab');
  await expect(mina.getByText('Enter payment terms')).toBeVisible();
  await mina.getByLabel('Payment terms (days)').fill('14');
  await mina.keyboard.press('Tab');
  await mina.getByLabel('Tax exempt').selectOption('Resale');
  await mina.getByLabel('Expires').fill('2020-01-01');
  await mina.keyboard.press('Tab');
  await expect(mina.getByText('The certificate has expired')).toBeVisible();
  await mina.getByRole('button', { name: 'Add a contact' }).click();
  await mina.getByLabel('Add a contact').fill('Odile Pell');
  await mina.keyboard.press('Enter');
  await expect(mina.getByLabel('Contact Odile Pell')).toBeVisible();

  await mina.getByRole('button', { name: 'Merge…' }).click();
  const dialog = mina.getByRole('dialog');
  await dialog.getByRole('combobox').fill('Pier Street Pharmacy');
  await dialog.getByRole('option', { name: /Pier Street Pharmacy/ }).click();
  await expect(dialog.getByText('Moves from Pier Street Pharmacy')).toBeVisible();
  await accessible(mina, 'merge', '[role=dialog]');
  await dialog.getByRole('button', { name: 'Merge', exact: true }).click();
  await expect(mina.getByRole('button', { name: /Undo merge with “Pier Street Pharmacy”/ })).toBeVisible();
  await mina.getByRole('button', { name: /Undo merge with “Pier Street Pharmacy”/ }).click();
  await expect(mina.getByRole('button', { name: /Merge undone/ })).toHaveCount(0);

  await mina.keyboard.press('/');
  await mina.keyboard.type('HVN 220');
  await mina
    .getByRole('option', { name: /HVN 220/ })
    .filter({ hasText: 'Vehicle' })
    .first()
    .click();
  await expect(mina.getByLabel('Model year')).toBeVisible();
  await expect(mina.getByRole('region', { name: 'Service history' })).toBeVisible();
  await accessible(mina, 'car', '.record-page');
  await mina.getByLabel('Model year').fill('2044');
  await mina.keyboard.press('Tab');
  await expect(mina.getByText(/Enter a model year from 1900/)).toBeVisible();
  await mina.getByRole('button', { name: 'Transfer owner…' }).click();
  await mina.getByRole('dialog').getByRole('combobox').fill('Imke Sorensen');
  await mina
    .getByRole('dialog')
    .getByRole('option', { name: /Imke Sorensen/ })
    .first()
    .click();
  await mina.getByRole('button', { name: /Transfer to Imke/ }).click();
  await expect(mina.getByText(/is open for the current owner/)).toBeVisible();
});

test('a sale over the counter becomes an order with a car', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto('/write-up');
  await mina.getByRole('radio', { name: /Counter sale/ }).click();
  await mina.getByRole('combobox', { name: 'Work requested' }).fill('wiper');
  await mina.getByRole('option', { name: /Wiper blades/ }).click();
  await mina.keyboard.press('Control+Enter');
  await expect(mina.getByText('COUNTER', { exact: true })).toBeVisible();
  await mina.getByRole('button', { name: 'Add vehicle…' }).click();
  const dialog = mina.getByRole('dialog');
  await dialog.getByRole('combobox').fill('Felipe Abiodun');
  await dialog
    .getByRole('option', { name: /Felipe Abiodun/ })
    .first()
    .click();
  await dialog.getByLabel('Year').fill('2090');
  await dialog.getByLabel('Plate').fill('NU 7');
  await dialog.getByRole('button', { name: 'Add vehicle' }).click();
  await expect(dialog.getByText(/Enter a model year/)).toBeVisible();
  await accessible(mina, 'adding a car', '[role=dialog]');
  await dialog.getByLabel('Year').fill('2019');
  await dialog.getByRole('button', { name: 'Add vehicle' }).click();
  await expect(mina.locator('.sheet-head .plate')).toHaveText('NU 7');
  await expect(mina.getByRole('link', { name: 'Felipe Abiodun' })).toBeVisible();
});

test('an owner hands out what is kept of a customer, sees who looked, and erases them; a writer can’t', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto('/customers');
  await mina.getByLabel('Search customers').fill('Saoirse Mbeki');
  await mina.getByRole('link', { name: 'Saoirse Mbeki' }).click();
  await expect(mina.getByRole('heading', { name: 'Saoirse Mbeki' })).toBeVisible();
  await expect(mina.getByRole('button', { name: 'Privacy…' })).toHaveCount(0);
  const ingrid = await signIn(browser, 'Ingrid Abara');
  await ingrid.goto(mina.url());
  await ingrid.getByRole('button', { name: 'Privacy…' }).click();
  const dialog = ingrid.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: 'Erase this customer' })).toBeVisible();
  await accessible(ingrid, 'privacy', '[role=dialog]');
  const [data] = await Promise.all([ingrid.waitForEvent('download'), dialog.getByRole('link', { name: /Download all data/ }).click()]);
  expect(data.suggestedFilename()).toMatch(/^customer-\d+\.zip$/);
  await dialog.getByLabel(/How they asked/).fill('by letter of March 3');
  await dialog.getByLabel(/to confirm/).fill('Somebody');
  await dialog.getByRole('button', { name: 'Erase this customer' }).click();
  await expect(dialog.getByText(/Type the customer's name/)).toBeVisible();
  await dialog.getByLabel(/to confirm/).fill('Saoirse Mbeki');
  await ingrid.keyboard.press('Enter');
  await expect(ingrid.getByRole('heading', { name: 'Erased customer' })).toBeVisible();
  // The other screen hears of it.
  await expect(mina.getByRole('heading', { name: 'Erased customer' })).toBeVisible();
  await ingrid.goto('/setup/upkeep/privacy');
  await expect(ingrid.getByRole('cell', { name: 'by letter of March 3' })).toBeVisible();
  await accessible(ingrid, 'privacy in Setup', '.own-page');
});
