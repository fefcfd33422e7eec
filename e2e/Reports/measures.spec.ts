import { expect, test } from '@playwright/test';
import { accessible, ownShop, signIn } from '../shop.ts';

ownShop();

test.afterEach(({ browser }) => Promise.all(browser.contexts().map((context) => context.close())));

test("the owner's morning: a figure opened to its rows, the cause found, pricing rules from there", async ({ browser }) => {
  const page = await signIn(browser, 'Ingrid');
  await page.getByRole('link', { name: 'Measures' }).click();
  await expect(page.getByRole('region', { name: 'Figures' })).toBeVisible();
  await accessible(page, 'measures');

  // A period as it is typed; what can't be read says so beside the field and leaves the figures.
  const period = page.getByRole('combobox', { name: 'Period' });
  await period.fill('last month');
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).not.toHaveText(/so far/);
  await period.fill('someday');
  await period.press('Enter');
  await expect(page.getByText('"someday" can\'t be read as a period.')).toBeVisible();
  await period.fill('last 90 days');
  await period.press('Enter');
  await expect(page).toHaveURL(/period=last\+90\+days/);

  // An aim is typed where the figure is, and drawn.
  const aim = page.getByRole('textbox', { name: 'Aim of Hours sold' });
  await aim.fill('150');
  await aim.press('Enter');
  await expect(page.getByRole('img', { name: /Hours sold: .*aim/ })).toBeVisible();

  // The rows behind a figure; the same sum stands under them.
  await page.getByRole('link', { name: 'Sales', exact: true }).last().click();
  const rows = page.getByRole('region', { name: 'Rows' });
  await expect(rows).toBeVisible();
  const sum = await rows.locator('tfoot th').last().textContent();
  await expect(heading).toHaveText(`Sales: ${sum}`);
  await accessible(page, 'rows');
  await page.goBack();

  // What cost the rate the most, each with its reason, and where the rules are drafted.
  const moved = page.getByRole('region', { name: 'What moved it' });
  await expect(moved.getByText(/below|at or above/).first()).toBeVisible();
  await moved.getByRole('combobox', { name: 'What moved' }).selectOption({ label: 'promises kept' });
  await expect(moved.getByText(/finished after their promise/)).toBeVisible();
  await moved.getByRole('combobox', { name: 'What moved' }).selectOption({ label: 'the parts margin' });
  await moved.getByRole('link', { name: 'Draft pricing rules from this…' }).click();
  await expect(page).toHaveURL(/\/setup\/pricing/);
});

test('each page of measures opens, also narrowed, and a technician has none', async ({ browser }) => {
  const page = await signIn(browser, 'Ingrid');
  for (const name of ['Sales', 'Technicians', 'Approval and deferred work', 'Floor', 'Parts and stock', 'Customers', 'Money']) {
    await page.goto('/measures/today?period=last+month&make=Tarnow');
    await page.getByRole('navigation', { name: 'Measures' }).getByRole('link', { name }).click();
    await expect(page.getByRole('region', { name: 'Figures' })).toBeVisible();
    await expect(page).toHaveURL(/make=Tarnow/);
    await accessible(page, name);
  }
  await page.getByRole('button', { name: 'By email…' }).click();
  const panel = page.getByRole('dialog');
  await panel.getByLabel('Email address').fill('books lanternbay');
  await page.keyboard.press('Enter');
  await expect(panel.getByLabel('Email address')).toHaveAccessibleDescription(/email/i);
  await panel.getByLabel('When').selectOption({ label: 'on the first, the month before' });
  await panel.getByLabel('Email address').fill('books@lanternbay.example');
  await page.keyboard.press('Enter');
  await expect(panel.getByText('Money to books@lanternbay.example')).toBeVisible();
  await accessible(page, 'by email', '.MuiDrawer-paper');
  await panel.getByRole('button', { name: 'Stop Money to books@lanternbay.example' }).click();
  await expect(panel.getByText('Money to books@lanternbay.example')).toBeHidden();
  const other = await signIn(browser, 'Tobias');
  await expect(other.getByRole('link', { name: 'Measures' })).toHaveCount(0);
  await other.goto('/measures/sales');
  await expect(other.getByRole('region', { name: 'Figures' })).toHaveCount(0);
});
