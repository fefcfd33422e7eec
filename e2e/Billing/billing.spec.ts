import { expect, test, type Page } from '@playwright/test';
import { accessible, ADDRESS, OUTSIDE, ownShop, signIn } from '../shop.ts';

ownShop();

test.afterEach(({ browser }) => Promise.all(browser.contexts().map((context) => context.close())));

const post = async (page: Page, path: string, data: object) => {
  const answer = await page.request.post(`/api/${path}`, {
    data,
    headers: { 'X-Command-Id': crypto.randomUUID(), Origin: ADDRESS },
  });
  expect(answer.ok(), `${path}: ${await answer.text()}`).toBeTruthy();
  return (await answer.json()) as { id: number };
};

/** An order with three jobs of labor, written up beforehand. */
async function orderWith(page: Page, titles: string[]): Promise<number> {
  const { id } = await post(page, 'orders', {
    customer: { firstName: 'Vesa', lastName: 'Aalto', phone: '207 555 0199', source: 'Referral' },
    vehicle: { plate: 'BIL 1', make: 'Tarnow', model: 'Dunlin', year: '2019' },
    odometer: '42,118',
    concerns: ['Clunk over bumps'],
  });
  for (const title of titles) {
    const job = await post(page, `orders/${id}/jobs`, { title });
    await post(page, `orders/${id}/jobs/${job.id}/lines`, { kind: 'Labor', description: title, hours: '1' });
  }
  return id;
}

async function openJob(page: Page, title: string) {
  const job = page.getByRole('region', { name: title, exact: true });
  await job.getByRole('button', { name: /^More/ }).first().click();
  await page
    .getByRole('menuitem', { name: /Details|Labor rate/ })
    .first()
    .click();
}

test('three payers, a deposit, two cards and cash; a line is credited, an account paid, the drawer closed, the books checked', async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const owner = await signIn(browser, 'Ingrid Abara');
  owner.setDefaultTimeout(15_000);
  const order = await orderWith(owner, ['Bushing', 'Warranty pump', 'Goodwill wash']);
  await owner.goto(`/orders/${order}`);
  await openJob(owner, 'Warranty pump');
  await owner.getByLabel('Paid by').selectOption('Account');
  await owner.getByRole('combobox', { name: 'Account that pays' }).fill('Cobble Lane');
  await owner
    .getByRole('option', { name: /Cobble Lane/ })
    .first()
    .click();
  const deductible = owner.getByRole('textbox', { name: 'Deductible, paid by the customer' });
  await deductible.fill('50');
  await deductible.press('Enter');
  await expect(owner.getByText(/pays \d/)).toBeVisible();
  await owner.getByRole('button', { name: 'Close', exact: true }).first().click();
  await openJob(owner, 'Goodwill wash');
  await owner.getByLabel('Paid by').selectOption('Shop');
  await expect(owner.getByText('An invoice of its own at no price')).toBeVisible();
  await owner.getByRole('button', { name: 'Close', exact: true }).first().click();
  await expect(owner.getByLabel('Who pays what')).toContainText('The shop');

  await owner.getByRole('button', { name: 'Deposit…' }).click();
  await owner.getByLabel('Amount', { exact: true }).fill('40');
  await owner.getByRole('button', { name: 'Take the deposit' }).click();
  await expect(owner.getByRole('group', { name: 'Deposit paid' })).toContainText('40.00');

  const jobs = ((await (await owner.request.get(`/api/orders/${order}`)).json()) as { jobs: { id: number }[] }).jobs.map((job) => job.id);
  await post(owner, `orders/${order}/decisions`, {
    jobIds: jobs,
    kind: 'Approved',
    decidedBy: 'Vesa Aalto',
    channel: 'InPerson',
  });
  await post(owner, `orders/${order}/findings`, { text: 'Wiper blades streak', rating: 'Due' });
  await owner.reload();
  await owner.getByRole('button', { name: /Close and invoice/ }).click();
  await owner.getByRole('button', { name: 'Mark all approved jobs finished' }).click();
  await owner.getByLabel('Odometer', { exact: true }).fill('42,120');
  await owner.getByLabel('Odometer', { exact: true }).press('Enter');
  await expect(owner.getByText('Ready to invoice')).toBeVisible();
  await expect(owner.getByText('Invoice to the shop itself')).toBeVisible();
  await expect(owner.getByRole('checkbox', { name: /Wiper blades streak/ })).toBeChecked();
  await accessible(owner, 'close with what comes next');
  await owner.getByRole('button', { name: 'Post the invoice' }).click();

  const payments = owner.getByRole('region', { name: 'Payments' });
  await expect(payments.getByText('deposit', { exact: false }).first()).toBeVisible();
  await expect(owner.getByText('Coming up: Wiper blades streak: due')).toBeVisible();
  await accessible(owner, 'invoice of one of three payers');
  for (const part of ['30', '20']) {
    if (!(await payments.getByRole('radio', { name: 'Card, part of it' }).isVisible()))
      await payments.getByText('More ways to settle it').click();
    await payments.getByRole('radio', { name: 'Card, part of it' }).click();
    await payments.getByLabel('Amount', { exact: true }).fill(part);
    await payments.getByRole('button', { name: 'Charge this card' }).click();
    await expect(payments.getByText(`${part}.00`, { exact: true })).toBeVisible();
  }
  await payments.getByLabel('Cash received').fill('500');
  await payments.getByRole('button', { name: 'Take cash' }).click();
  await expect(payments.getByText('Change due')).toBeVisible();

  await owner.getByRole('button', { name: 'Credit…' }).click();
  await owner.getByLabel('Reason', { exact: true }).fill('Half an hour too much');
  await owner.getByRole('radio', { name: 'Chosen lines' }).click();
  await owner.getByRole('checkbox', { name: /Bushing/ }).check();
  await owner.getByLabel('Quantity of Bushing').fill('0.5');
  await expect(owner.getByText(/is credited, .* tax in it/)).toBeVisible();
  await accessible(owner, 'credit', '[role=dialog]');
  await owner.getByRole('button', { name: 'Post the credit memo' }).click();
  await expect(owner.getByText(/Credited by credit memo/)).toBeVisible();

  await owner.getByRole('link', { name: 'Billing', exact: true }).click();
  await accessible(owner, 'accounts');
  await owner.getByRole('button', { name: 'Charge interest…' }).click();
  const interest = owner.getByRole('dialog', { name: 'Charge interest' });
  await expect(interest.getByRole('checkbox')).toBeChecked();
  await accessible(owner, 'interest', '[role=dialog]');
  await interest.getByRole('button', { name: /^Charge/ }).click();
  await expect(owner.getByText(/interest charged on 1 invoice\./)).toBeVisible();
  await expect(interest).toBeHidden();
  await owner
    .getByRole('link', { name: /Cobble Lane/ })
    .first()
    .click();
  await owner.getByLabel('Check number').fill('2044');
  await owner.getByRole('button', { name: 'Pay, oldest first' }).click();
  await expect(owner.getByText('Nothing is owed')).toBeVisible();
  await accessible(owner, 'account');

  await owner.getByRole('link', { name: 'Cash drawer' }).click();
  const open = owner.getByRole('button', { name: 'Open the drawer' });
  await expect(open.or(owner.getByRole('button', { name: 'Close the drawer' }))).toBeVisible();
  if (await open.isVisible()) {
    await owner.getByLabel('Counted', { exact: true }).fill('200');
    await open.click();
  }
  await owner.getByLabel('Counted', { exact: true }).fill('150');
  await owner.getByRole('button', { name: 'Close the drawer' }).click();
  await expect(open).toBeVisible();
  await accessible(owner, 'cash drawer');

  await owner.getByRole('link', { name: 'Trial balance' }).click();
  await owner.getByRole('button', { name: 'Check the books' }).click();
  await expect(owner.getByText('Checked: journal and documents agree.')).toBeVisible();
  await accessible(owner, 'trial balance');
  await owner.getByRole('link', { name: 'Journal', exact: true }).click();
  await expect(owner.getByText(/Drawer closed/).first()).toBeVisible();
  await accessible(owner, 'journal');
  await owner.getByRole('link', { name: 'Taxes and fees held' }).click();
  await expect(owner.getByRole('button', { name: 'Remit…' }).first()).toBeVisible();
  await accessible(owner, 'taxes held');
  await owner.getByRole('navigation', { name: 'Billing' }).getByRole('link', { name: 'Invoices' }).click();
  await owner.getByLabel('Name', { exact: true }).fill('Aalto');
  await expect(owner.getByRole('row', { name: /Aalto/ }).first()).toBeVisible();
  await accessible(owner, 'invoices');
});

test('an invoice is sent to a phone and paid there, on the payment service’s page; the counter sees it at once', async ({ browser }) => {
  const owner = await signIn(browser, 'Ingrid Abara');
  const open = (await (await owner.request.get('/api/invoices?state=open&payer=Customer')).json()) as {
    rows: { id: number; payer: string }[];
  };
  const invoice = open.rows.find((row) => row.payer !== 'Counter sale')!.id;
  await owner.goto(`/invoices/${invoice}`);
  await owner.getByRole('button', { name: 'Send to pay…' }).click();
  await expect(owner.getByLabel('Attach')).toHaveValue('invoice');
  await owner.getByRole('combobox', { name: 'To', exact: true }).selectOption('other');
  await owner.getByLabel('Phone number or email').fill('505 555 0177');
  await owner.getByRole('button', { name: 'Send', exact: true }).click();
  await owner.keyboard.press('Escape');
  let link = '';
  await expect
    .poll(async () => {
      const sent = (await (await fetch(`http://127.0.0.1:${OUTSIDE}/post/all`)).json()) as {
        address: string;
        way: string;
        body: string;
      }[];
      return (link =
        sent.findLast((item) => item.way === 'out' && item.address === '+15055550177')?.body.match(/http\S+documents\/\S+/)?.[0] ?? '');
    })
    .not.toBe('');

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 780 } })).newPage();
  await phone.goto(link);
  await expect(phone.getByRole('heading', { name: /^Balance due/ })).toBeVisible();
  await accessible(phone, 'pay page');
  await phone.getByRole('button', { name: /^Pay .* by card$/ }).click();
  await phone.getByLabel('Card number').fill('4000 0000 0000 4417');
  await phone.getByRole('button', { name: /^Pay/ }).click();
  await expect(phone.getByRole('heading', { name: 'Paid. Thank you!' })).toBeVisible();
  await expect(phone.getByRole('link', { name: /^Receipt for/ })).toBeVisible();
  await accessible(phone, 'paid page');
  await expect(owner.getByRole('region', { name: 'Balance' })).toContainText('Paid');
  await accessible(owner, 'paid invoice');
});
