import { expect, test } from '@playwright/test';
import { accessible, ownShop, signIn } from '../shop.ts';

ownShop();

test.afterEach(({ browser }) => Promise.all(browser.contexts().map((context) => context.close())));

test('a technician notes something, asks for a part and reads the specs; the parts desk answers', async ({ browser }) => {
  const pieter = await signIn(browser, 'Pieter', { width: 800, height: 1080 });
  await pieter.getByRole('link', { name: 'Notes, parts, specs' }).first().click();
  await expect(pieter.getByRole('heading', { name: 'Vehicle specs' })).toBeVisible();
  await accessible(pieter, 'vehicle on the bench', '.bench');
  await pieter.getByLabel('Note to the counter').fill('Stud broke, needs an hour more');
  await pieter.getByRole('button', { name: 'Send note' }).click();
  await expect(pieter.getByText('Note sent to the counter.')).toBeVisible();
  await expect(pieter.getByText('Stud broke, needs an hour more')).toBeVisible();
  await pieter.getByLabel('Part', { exact: true }).fill('Exhaust stud and nut');
  await pieter.getByRole('button', { name: 'Ask for it' }).click();
  await expect(pieter.getByText('Waiting for an answer')).toBeVisible();
  await pieter.getByLabel('Find in the specs').fill('oil grade');
  await expect(pieter.getByText('Engine oil grade')).toBeVisible();
  await expect(pieter.locator('.bench')).not.toContainText('$');

  const wen = await signIn(browser, 'Wen');
  await wen.getByRole('link', { name: 'Parts', exact: true }).click();
  const asked = wen.getByRole('region', { name: 'Asked for by technicians' }).getByRole('row').filter({ hasText: 'Exhaust stud and nut' });
  await asked.getByRole('button', { name: 'Answer' }).click();
  await wen.getByLabel('Answer to Pieter').fill('Drawer 4, left');
  await wen.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(asked).toHaveCount(0);
  await expect(pieter.getByText(/Drawer 4, left/)).toBeVisible();
});
