import { expect, test, type Page } from '@playwright/test';
import { accessible, ownShop, signIn } from '../shop.ts';

ownShop();

async function declineAll(page: Page, titles: string[]) {
  for (const title of titles) {
    await page.getByRole('button', { name: title, exact: false }).first().click();
    await page.locator('body').click({ position: { x: 640, y: 690 } });
    await page.keyboard.press('x');
    const dialog = page.getByRole('dialog', { name: new RegExp(title.slice(0, 12)) });
    await dialog.getByLabel('Answered by').fill('Pat Quill');
    await dialog.getByRole('button', { name: /Record|Save|Keep/ }).click();
    await expect(dialog).toBeHidden();
  }
}

test('an estimate that was declined is ended without an invoice, and the car comes back with its work', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  // A car of its own: the demo's are other tests'.
  const order = await mina.evaluate(async () => {
    const post = async (path: string, body: unknown) => {
      const headers = { 'content-type': 'application/json', 'X-Command-Id': crypto.randomUUID() };
      return (await (await fetch(`/api/${path}`, { method: 'POST', headers, body: JSON.stringify(body) })).json()) as { id: number };
    };
    const { id } = await post('orders', {
      customer: { firstName: 'Pat', lastName: 'Quill' },
      vehicle: { plate: 'END 1', make: 'Sabine', model: '300', year: '2018' },
      odometer: '61,000',
    });
    for (const title of ['Rear shock absorbers', 'Drive belt']) {
      const job = await post(`orders/${id}/jobs`, { title });
      await post(`orders/${id}/jobs/${job.id}/lines`, { kind: 'Labor', description: title, hours: '1.5' });
    }
    return id;
  });
  await mina.goto(`/orders/${order}`);
  await mina.locator('.job').first().waitFor();
  await expect(mina).toHaveURL(/\/orders\/\d+$/);
  const titles = await mina.locator('.job').evaluateAll((jobs) => jobs.map((job) => job.getAttribute('aria-label') ?? ''));
  expect(titles.length).toBeGreaterThan(1);
  await declineAll(mina, titles);

  // Nothing is approved, so closing leads to ending.
  await mina.keyboard.press('c');
  await mina.getByRole('button', { name: 'End without an invoice…' }).click();
  const dialog = mina.getByRole('dialog', { name: /End order/ });
  await dialog
    .getByRole('button', { name: 'Taken home' })
    .or(dialog.getByRole('radio', { name: 'Taken home' }))
    .first()
    .click();
  await accessible(mina, 'ending an order', '.MuiDialog-root');
  await dialog.getByLabel('Reason').fill('Sells the car soon');
  await mina.keyboard.press('Enter');
  await expect(mina.getByText(/Ended without an invoice: taken home. Sells the car soon/)).toBeVisible();
  await mina.goto('/');
  await expect(mina.locator('[data-car]').filter({ hasText: 'END 1' })).toHaveCount(0);

  // The same car again: what was declined is offered and taken over with one key.
  const vehicle = await mina.evaluate(async (id) => {
    const sheet = (await (await fetch(`/api/orders/${id}`)).json()) as { header: { vehicle: { id: number }; customer: { id: number } } };
    return [sheet.header.customer.id, sheet.header.vehicle.id];
  }, order);
  await mina.goto(`/write-up?customer=${vehicle[0]}&vehicle=${vehicle[1]}`);
  const known = mina.getByRole('region', { name: 'Alerts and history' });
  const more = known.getByRole('button', { name: /more, nothing urgent/ });
  await known.getByRole('listitem').first().waitFor();
  if (await more.isVisible()) await more.click();
  const declined = known.getByRole('listitem').filter({ hasText: titles[0]! }).filter({ hasText: 'declined' }).first();
  await declined.getByRole('button', { name: 'Add to order' }).click();
  await mina.keyboard.press('Control+Enter');
  await expect(mina).toHaveURL(/\/orders\/\d+$/);
  await expect(mina.locator('.job').first()).toHaveAttribute('aria-label', titles[0]!);
});

test('one changes ones own password, and a lower reading is questioned on the sheet', async ({ browser }) => {
  const noor = await signIn(browser, 'Noor Haddad');
  await noor.getByRole('button', { name: /^Noor Haddad/ }).click();
  await noor.getByRole('menuitem', { name: 'Your account…' }).click();
  const dialog = noor.getByRole('dialog', { name: 'Your account' });
  await dialog.getByText('here', { exact: false }).first().waitFor();
  await accessible(noor, 'own account', '.MuiDialog-root');
  const password = dialog.getByRole('form', { name: 'Password' });
  await password.getByLabel('Your password').fill('wrong');
  await password.getByLabel('New password').fill('four plain words here');
  await password.getByRole('button', { name: 'Change the password' }).click();
  await expect(password.getByText(/not your password/)).toBeVisible();
  await password.getByLabel('Your password').fill('lantern-bay');
  await password.getByRole('button', { name: 'Change the password' }).click();
  await expect(noor.getByText(/Your password is changed/)).toBeVisible();
  // Whoever comes after this test signs in as before.
  await password.getByLabel('Your password').fill('four plain words here');
  await password.getByLabel('New password').fill('lantern-bay');
  await password.getByRole('button', { name: 'Change the password' }).click();
  await expect(password.getByLabel('New password')).toHaveValue('');

  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto('/orders/2512');
  const reading = mina.getByLabel('Odometer in');
  const before = await reading.inputValue();
  await reading.fill('12');
  await mina.keyboard.press('Tab');
  await expect(mina.getByText(/The last odometer was/)).toBeVisible();
  await mina.getByRole('button', { name: 'It is right' }).click();
  await expect(mina.getByText(/The last odometer was/)).toBeHidden();
  await expect(reading).toHaveValue('12');
  await reading.fill(before);
  await mina.keyboard.press('Tab');
  await expect(reading).toHaveValue(before);
});
