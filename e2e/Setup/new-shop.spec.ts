import { spawn, type ChildProcess } from 'node:child_process';
import { rmSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { accessible, answers, built, OUTSIDE, ownShop, root } from '../shop.ts';

ownShop();

const data = `${root}.data/e2e-new`;
const port = 5195;
const address = `http://127.0.0.1:${port}`;
let server: ChildProcess;
let code = '';

test.beforeAll(async () => {
  rmSync(data, { recursive: true, force: true });
  server = spawn(
    'dotnet',
    [built('Yardstick.Server'), '--data', data, '--web', `${root}web/dist`, '--outside', `http://127.0.0.1:${OUTSIDE}/`],
    { env: { ...process.env, ASPNETCORE_URLS: address }, stdio: ['ignore', 'pipe', 'inherit'] },
  );
  // Whoever sets a shop up reads the code where the server was started.
  code = await new Promise((resolve) => {
    let said = '';
    server.stdout!.on('data', (text: Buffer) => {
      said += text.toString();
      const found = /code:\s+(\S+)/.exec(said)?.[1];
      if (found) resolve(found);
    });
  });
  await answers(`${address}/api/welcome`);
});
test.afterAll(() => server.kill());
test.afterEach(({ browser }) => Promise.all(browser.contexts().map((context) => context.close())));

/** A pair of hands on the keyboard that are counted: keys, fields that were filled, and moves of the pointer. */
function hands(page: Page) {
  const count = { keys: 0, fields: 0, moves: 0 };
  return {
    count,
    /** So long a person takes: 0.3 s a key, 1.4 s a field, 1.1 s a pointer move. */
    minutes: () => (count.keys * 0.3 + count.fields * 1.4 + count.moves * 1.1) / 60,
    type: async (text: string) => {
      count.keys += text.length;
      count.fields++;
      await page.keyboard.type(text);
    },
    press: async (key: string) => {
      count.keys++;
      await page.keyboard.press(key);
    },
    click: async (role: 'link' | 'button' | 'radio', name: string | RegExp) => {
      count.moves++;
      await page.getByRole(role, { name }).first().click();
    },
    /** Puts the hands into a field by its label, as a pointer would. */
    into: async (label: string) => {
      count.moves++;
      await page.getByLabel(label, { exact: true }).first().focus();
    },
  };
}

async function field(page: Page, h: ReturnType<typeof hands>, label: string, text: string) {
  await h.into(label);
  await h.type(text);
  await h.press('Tab');
}

test('a stranger sets a shop up from an empty folder, brings a second person in, and posts the first invoice', async ({ browser }) => {
  const context = await browser.newContext({ baseURL: address });
  const owner = await context.newPage();
  const h = hands(owner);
  await owner.goto('/');
  await accessible(owner, 'first run');
  await field(owner, h, 'Code that was printed where Yardstick was started', code);
  await field(owner, h, 'Shop name', 'Gull Cove Garage');
  await field(owner, h, "Owner's name", 'Ruth Amsel');
  await field(owner, h, 'User name', 'ruth');
  await field(owner, h, 'Password, at least 10 characters', 'seven quiet gulls');
  await h.press('Enter');
  await expect(owner.getByRole('heading', { name: 'Getting started' })).toBeVisible();
  await accessible(owner, 'getting started');

  // Address, phone and hours.
  await h.click('link', 'Fill in');
  await field(owner, h, 'Address', '4 Pier Street');
  await field(owner, h, 'Phone', '419 555 0142');
  await expect(owner.getByLabel('Phone', { exact: true })).toHaveValue('(419) 555-0142');
  await h.into('Hours on Monday');
  for (let day = 0; day < 5; day++) {
    await h.type('8-5 break 12-12:30');
    await h.press('Enter');
  }
  await h.type('9-1');
  await h.press('Enter');
  await expect(owner.getByLabel('Hours on Saturday')).toHaveValue('9:00 am to 1:00 pm');
  await h.into('Hours on Sunday');
  await h.type('soonish');
  await h.press('Tab');
  await expect(owner.getByText(/are no hours; type 7:30-4/)).toBeVisible();
  await owner.getByLabel('Hours on Sunday').focus();
  await owner.keyboard.press('Escape');
  await field(owner, h, 'Day', '12/25');
  await h.into('Reason');
  await h.type('Christmas');
  await h.press('Enter');
  await expect(owner.getByRole('cell', { name: 'Christmas' })).toBeVisible();
  await accessible(owner, 'shop', '.own-page');

  // Four more people; one of them comes in by a link on another browser.
  await h.click('link', 'People');
  const adding = owner.getByRole('form', { name: 'Add a person' });
  await expect(adding).toBeVisible();
  for (const [name, role] of [
    ['Iko Brandt', 'Writer'],
    ['Sela Oduya', 'Technician'],
    ['Marek Thorne', 'Technician'],
    ['Lin Farrow', 'Parts'],
  ] as const) {
    h.count.moves += 3;
    await adding.getByLabel('Name', { exact: true }).focus();
    await h.type(name);
    await adding.getByLabel('Role').selectOption(role);
    await adding.getByRole('button', { name: 'Add' }).click();
    await expect(owner.getByRole('region', { name })).toBeVisible();
  }
  await owner
    .getByRole('navigation', { name: 'People' })
    .getByRole('link', { name: /Iko Brandt/ })
    .click();
  await expect(owner.getByRole('region', { name: 'Iko Brandt' })).toBeVisible();
  await h.click('button', 'Make the link');
  const link = await owner.getByLabel('Link', { exact: true }).inputValue();
  await accessible(owner, 'people', '.own-page');
  const other = await (await browser.newContext({ baseURL: address })).newPage();
  await other.goto(link);
  await expect(other.getByRole('heading', { name: 'Welcome, Iko Brandt' })).toBeVisible();
  await accessible(other, 'the link of a new person');
  await other.getByLabel('Password, at least 10 characters').fill('iko');
  await other.keyboard.press('Enter');
  await expect(other.getByText(/A password has 10 to 128/)).toBeVisible();
  await other.getByLabel('Password, at least 10 characters').fill('a lantern on the pier');
  await other.keyboard.press('Enter');
  await expect(other.getByText('No vehicles yet')).toBeVisible();
  await accessible(other, 'an empty floor');

  // What is on another screen changes at once: a right that is taken and given, and the hours.
  await expect(other.getByRole('button', { name: /Write up/ }).first()).toBeVisible();
  const mayWrite = owner.getByLabel('Write up, change customers and vehicles');
  await mayWrite.click();
  await expect(other.getByRole('button', { name: /Write up/ })).toHaveCount(0);
  await mayWrite.click();
  await expect(other.getByRole('button', { name: /Write up/ }).first()).toBeVisible();

  // A supplier that is called, a part, and canned jobs of a starting set.
  await h.click('link', 'Suppliers');
  await owner.getByRole('form', { name: 'Add a supplier' }).getByLabel('Name').focus();
  await h.type('Pier Parts');
  await h.press('Enter');
  await expect(owner.getByRole('region', { name: 'Pier Parts' })).toBeVisible();
  await owner.getByRole('region', { name: 'Pier Parts' }).getByLabel('Phone').focus();
  await h.type('419 555 0177');
  await h.press('Tab');
  await accessible(owner, 'suppliers', '.own-page');
  await h.click('link', 'Parts catalog');
  await owner.getByRole('form', { name: 'Add a part' }).getByLabel('Description').focus();
  await h.type('Oil filter, short');
  await h.press('Tab');
  await h.type('OF-20');
  await h.press('Enter');
  await expect(owner.getByRole('region', { name: 'Oil filter, short' })).toBeVisible();
  await field(owner, h, 'Cost each', '4.10');
  await accessible(owner, 'parts catalog', '.own-page');
  await h.click('link', 'Canned jobs');
  await owner
    .getByRole('row', { name: /Maintenance/ })
    .getByRole('button', { name: /Add \d+ jobs/ })
    .click();
  await expect(owner.getByText(/Added 9 canned jobs/)).toBeVisible();

  // Parts and customers of the previous software.
  await h.click('link', 'Import and export');
  const bring = async (what: string, rows: string[], made: string) => {
    await owner
      .getByLabel(`Choose a file of ${what}`)
      .setInputFiles({ name: `${what}.csv`, mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) });
    await h.click('button', /^Import \d/);
    await expect(owner.getByText(made)).toBeVisible();
    await h.click('link', 'All imports');
  };
  await bring('customers', ['First name,Last name,Phone', 'Nils,Orrin,419 555 0181', 'Bea,Castell,419 555 0182'], '2 records were added');
  await bring(
    'parts',
    [
      'Number,Description,Category,Cost,On hand,Supplier',
      'CF-11,Cabin filter,filter,6.80,4,Pier Parts',
      'WB-22,Wiper blade 22,wiper,5.10,10,',
    ],
    '2 records were added',
  );
  await expect(owner.getByRole('row', { name: /parts.csv/ })).toContainText('2');

  // What is not wanted is left out, and what is done is ticked by itself.
  await h.click('link', 'Getting started');
  const step = (name: string) => owner.getByRole('listitem').filter({ hasText: name });
  await expect(step('The people who work here')).toHaveAttribute('data-state', 'done');
  await step('Labor rate, markup, taxes').getByRole('button', { name: 'Not now' }).click();
  await expect(step('Customers of the previous software')).toHaveAttribute('data-state', 'done');
  await expect(step('Write up the first vehicle')).toHaveAttribute('data-state', 'next');

  // The first vehicle, by the second person, with work of the set.
  // What was typed to find them begins their record, each piece in its field.
  await other.keyboard.press('/');
  await other.keyboard.type('Abel Quint 419 555 0163 GQ 4471');
  await expect(other.getByRole('option', { name: /Write up “Abel Quint/ })).toHaveAttribute('aria-selected', 'true');
  await other.keyboard.press('Enter');
  await expect(other.getByLabel('First name')).toHaveValue('Abel');
  await expect(other.getByLabel('Last name')).toHaveValue('Quint');
  await expect(other.getByLabel('Phone', { exact: true })).toHaveValue('419 555 0163');
  await expect(other.getByLabel('Plate', { exact: true })).toHaveValue('GQ 4471');
  await other.getByLabel('Year', { exact: true }).fill('2019');
  await other.getByLabel('Make', { exact: true }).fill('Vireo');
  await other.getByLabel('Model', { exact: true }).fill('Sorrel');
  await other.getByLabel('Odometer in').fill('61,204');
  const work = other.getByRole('combobox', { name: 'Work requested' });
  await work.fill('engine air');
  await expect(other.getByRole('option', { name: /Engine air filter/ }).first()).toBeVisible();
  await work.press('Enter');
  await other.keyboard.press('Control+Enter');
  await expect(other).toHaveURL(/\/orders\/\d+$/);
  await expect(other.getByRole('region', { name: 'Engine air filter' })).toBeVisible();
  await owner.goto('/setup/start');
  await expect(owner.getByRole('heading', { name: 'The shop is set up' })).toBeVisible();

  // Its part is ordered by phone and received, the work is finished, the invoice posted and paid.
  const order = other.url();
  await other.getByLabel('Number, Engine air filter').fill('AF-77');
  await other.getByLabel('Number, Engine air filter').press('Tab');
  await other.getByLabel('Each, Engine air filter').last().fill('24.50');
  await other.getByLabel('Each, Engine air filter').last().press('Tab');
  await expect(other.getByRole('button', { name: 'Why Engine air filter: 24.50' })).toBeFocused();
  await other.keyboard.press('a');
  await expect(other.getByRole('dialog', { name: /Approved/ })).toBeVisible();
  await other.keyboard.press('Enter');
  await expect(other.locator('.decide .made')).toHaveText('Approved');
  await other.goto('/parts');
  await other.getByRole('button', { name: 'Order 1 part…' }).click();
  await other.getByRole('button', { name: 'Place order for 1 part' }).click();
  await expect(other.getByText(/Call Pier Parts, \(419\) 555-0177/)).toBeVisible();
  await other.getByRole('button', { name: 'What they said…' }).click();
  await other.getByLabel('Their reference, or who took it').fill('8841, Jo');
  await other.getByLabel('Comes').fill('tomorrow 10');
  await other.keyboard.press('Enter');
  const purchase = other.locator('.purchase').filter({ hasText: 'Pier Parts' });
  await expect(purchase).toContainText('8841, Jo');
  await accessible(other, 'parts by phone', '.purchase');
  await purchase.getByRole('button', { name: 'Receive…' }).click();
  await other.getByLabel('Scan or type a part number').press('Enter');
  await expect(other.getByText(/Received/).first()).toBeVisible();
  await other.goto(order);
  await expect(other.getByRole('region', { name: 'Engine air filter' })).toBeVisible();
  await other.keyboard.press('c');
  await other.getByRole('button', { name: 'Mark all approved jobs finished' }).click();
  await other.getByLabel('Odometer', { exact: true }).fill('61,210');
  await other.getByLabel('Odometer', { exact: true }).press('Enter');
  await other.getByLabel('How they heard of the shop').selectOption('Referral');
  await expect(other.getByText('Ready to invoice')).toBeVisible();
  await other.getByRole('button', { name: 'Post the invoice' }).click();
  await expect(other.getByRole('heading', { name: /^Invoice \d+/ })).toBeVisible();
  await other.keyboard.press('t');
  await other.keyboard.type('200');
  await other.keyboard.press('Enter');
  await expect(other.getByText('Paid', { exact: true })).toBeVisible();

  // A stranger sets the shop up in less than half an hour.
  console.log(`set up with ${h.count.keys} keys, ${h.count.fields} fields, ${h.count.moves} moves: ${h.minutes().toFixed(1)} min`);
  expect(h.minutes()).toBeLessThan(30);
});
