import { expect, test } from '@playwright/test';
import { accessible, ownShop, signIn } from '../shop.ts';

ownShop();

test.afterEach(({ browser }) => Promise.all(browser.contexts().map((context) => context.close())));

test('the owner writes a policy, sees what it would have meant, puts it in force; a writer reprices an order and takes it back', async ({
  browser,
}) => {
  const ingrid = await signIn(browser, 'Ingrid Abara');
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto('/orders/2514');
  const total = mina.locator('.tally .total b');
  const before = await total.innerText();

  await ingrid.getByRole('link', { name: 'Setup' }).click();
  await ingrid.getByRole('link', { name: 'Pricing rules' }).click();
  await ingrid.getByLabel('general, per hour').fill('many');
  await ingrid.keyboard.press('Tab');
  await expect(ingrid.getByText('"many" is not a number')).toBeVisible();
  await expect(ingrid.getByRole('button', { name: /Compare and publish/ })).toBeDisabled();
  await accessible(ingrid, 'policy, with something to mend');
  await ingrid.getByLabel('general, per hour').fill('151');
  await ingrid.keyboard.press('Tab');
  await expect(ingrid.getByText('Labor rate general 142.00 to 151')).toBeVisible();

  // Each section is there, can be read by everybody, and a row that was taken away comes back.
  for (const section of ['Parts', 'Automatic add-ons', 'Order fees', 'Shop supplies', 'Taxes', 'Limits and targets', 'Versions']) {
    await ingrid.getByRole('navigation', { name: 'Pricing sections' }).getByRole('button', { name: section }).click();
    await expect(ingrid.getByRole('heading', { name: section, level: 2 })).toBeVisible();
    await accessible(ingrid, `policy, ${section}`, '.policy-section');
  }
  await ingrid.getByRole('navigation', { name: 'Pricing sections' }).getByRole('button', { name: 'Parts' }).click();
  await expect(ingrid.getByRole('img', { name: /Price by cost, table standard/ })).toBeVisible();
  await expect(ingrid.getByText('Just above 5.00 the price would drop from 15.00 to 11.00')).toBeVisible();
  await ingrid.getByRole('button', { name: 'Remove band 1' }).click();
  await expect(ingrid.getByText('Just above 5.00')).toHaveCount(0);
  await ingrid.getByRole('button', { name: 'Undo' }).click();
  await expect(ingrid.getByText('Just above 5.00')).toBeVisible();

  // What was typed is still there after the page was left.
  await ingrid.reload();
  await expect(ingrid.getByText('Labor rate general 142.00 to 151')).toBeVisible();
  await ingrid.getByRole('button', { name: /Compare and publish/ }).click();
  const dialog = ingrid.getByRole('dialog');
  await expect(dialog.getByRole('heading', { name: 'Biggest changes' })).toBeVisible();
  await expect(dialog.getByRole('row')).toHaveCount(15);
  await accessible(ingrid, 'comparison', '[role=dialog]');
  await dialog.getByLabel(/Reason for the change/).fill('Wages rose');
  await dialog.getByRole('button', { name: 'Publish' }).click();
  await expect(ingrid.getByText('Version 2 is in effect.')).toBeVisible();

  // The open order keeps its prices and says so; repricing shows the change first and can be undone.
  await expect(mina.getByText('This repair order uses older pricing rules')).toBeVisible();
  await expect(total).toHaveText(before);
  await mina.getByRole('button', { name: 'Preview repricing' }).click();
  await expect(mina.getByRole('dialog')).toContainText('Wages rose');
  await accessible(mina, 'repricing', '[role=dialog]');
  await mina.getByRole('button', { name: 'Reprice', exact: true }).click();
  await expect(total).not.toHaveText(before);
  await mina.getByRole('button', { name: 'Undo' }).click();
  await expect(total).toHaveText(before);
});

test('four tires bring their mounting and fees along; what was set or waived stays so', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto('/orders/2512');
  await mina.getByRole('combobox', { name: 'New job' }).fill('Four tires');
  await mina
    .getByRole('option', { name: /Four tires 205/ })
    .first()
    .click();
  // The new job takes the hands to its adding line; only then is another cell typed in.
  await expect(mina.getByRole('combobox', { name: /Add to Four tires/ })).toBeFocused();
  const along = (code: string) => mina.locator(`[data-companion="${code}"]`);
  await expect(along('MOUNT')).toContainText('96.00');
  await expect(along('TIRE-FUND')).toContainText('6.00');
  await expect(along('VALVE')).toContainText('added with tire');
  // Of this job: other specs of the same shop may have put work on the order.
  const tires = mina
    .getByRole('region', { name: /^Four tires/ })
    .locator('[data-line]')
    .first();
  const quantity = tires.locator('[data-col="count"]');
  await along('MOUNT').locator('[data-col="each"]').fill('20');
  await mina.keyboard.press('Tab');
  await expect(along('MOUNT')).toContainText('80.00');
  await expect(along('MOUNT')).toContainText('manual price');
  await along('VALVE').getByRole('button', { name: 'More for Valve' }).click();
  await mina.getByRole('menuitem', { name: 'Waive' }).click();
  await expect(along('VALVE')).toContainText('waived');
  await quantity.fill('2');
  await mina.keyboard.press('Tab');
  await expect(along('MOUNT')).toContainText('40.00');
  await expect(along('TIRE-FUND')).toContainText('3.00');
  await expect(along('VALVE')).toContainText('waived');

  // Why, on the key W in a cell and on a click at the foot.
  await along('MOUNT')
    .getByRole('button', { name: /Why Mount/ })
    .click();
  await expect(mina.getByRole('dialog', { name: /How 40.00 was calculated/ })).toContainText('pricing rules give');
  await mina.keyboard.press('Escape');
  await tires.locator('[data-col="each"]').focus();
  await mina.keyboard.press('w');
  await expect(mina.getByRole('dialog')).toContainText('All costs: × 1.22');
  await mina.keyboard.press('Escape');
  await mina.getByRole('button', { name: /^Tax/ }).click();
  await expect(mina.getByRole('dialog')).toContainText('county');
  await mina.keyboard.press('Escape');
  await mina.getByRole('button', { name: /^Labor/ }).click();
  await expect(mina.getByRole('dialog')).toContainText('Four tires');
  await mina.keyboard.press('Escape');
  await along('VALVE').getByRole('button', { name: 'More for Valve' }).click();
  await mina.getByRole('menuitem', { name: 'Add it back' }).click();
  await expect(along('VALVE')).toContainText('9.00');
});
