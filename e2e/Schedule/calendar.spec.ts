import { expect, test, type Page } from '@playwright/test';
import { accessible, ownShop, signIn } from '../shop.ts';

ownShop();

test.afterEach(({ browser }) => Promise.all(browser.contexts().map((context) => context.close())));

/** The item of that name on the board. */
const block = (page: Page, name: RegExp) => page.getByRole('button', { name });

/** Two weeks on every day is empty but for what a test puts there. */
const LATER = new Date(Date.now() + 14 * 86_400_000).toISOString().slice(0, 10);

test('a week is drawn with keys: an appointment is made, filled in, moved, and its vehicle comes', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto(`/calendar?day=${LATER}`);
  await expect(mina.getByRole('grid', { name: 'Calendar by technician' })).toBeVisible();
  await accessible(mina, 'calendar, week', 'main');
  // From cell to cell by arrows; Enter keeps a time there.
  await mina.getByRole('gridcell').first().focus();
  await mina.keyboard.press('ArrowDown');
  await mina.keyboard.press('ArrowRight');
  await expect(mina.getByRole('gridcell', { name: /^Ana V\./ }).nth(1)).toBeFocused();
  await mina.keyboard.press('Enter');
  const panel = mina.getByRole('complementary', { name: 'Appointment' });
  await expect(panel.getByRole('combobox', { name: 'Customer' })).toBeFocused();
  await accessible(mina, 'appointment', 'aside');
  // Left empty it goes without a trace.
  await mina.keyboard.press('Escape');
  await expect(panel).toBeHidden();
  await expect(block(mina, /No name yet/)).toHaveCount(0);

  await mina.keyboard.press('c');
  await expect(panel.getByRole('combobox', { name: 'Customer' })).toBeFocused();
  await mina.keyboard.type('Halvorsen');
  await panel.getByRole('option').first().waitFor();
  await mina.keyboard.press('ArrowDown');
  await mina.keyboard.press('Enter');
  await expect(panel.getByRole('link', { name: /Halvorsen/ })).toBeVisible();
  const vehicle = panel.getByRole('combobox', { name: 'Vehicle' });
  if ((await vehicle.inputValue()) === '') await vehicle.selectOption({ index: 1 });
  await panel.getByRole('combobox', { name: 'Add a canned job' }).fill('Front brake pads');
  await panel
    .getByRole('option', { name: /^Front brake pads/ })
    .first()
    .click();
  await expect(panel.getByLabel('Hours')).toHaveAttribute('placeholder', '1.2');
  await panel.getByRole('combobox', { name: 'Technician' }).selectOption({ label: 'Ana V.' });
  // Nobody is kept from it, but it is said.
  await expect(panel.getByText('Ana V. does not have the skill brakes.')).toBeVisible();
  await panel.getByRole('combobox', { name: 'Technician' }).selectOption({ label: 'Tobias R.' });
  await expect(panel.getByText('does not have the skill')).toBeHidden();
  await panel.getByLabel('When', { exact: true }).fill(`${LATER}T09:30`);
  await mina.keyboard.press('Enter');
  await expect(panel.getByText(/Moved once/)).toBeVisible();
  await panel.getByLabel('Why it was moved').fill('Customer asked');
  await mina.keyboard.press('Tab');
  await mina
    .getByRole('button', { name: 'Reasons' })
    .or(mina.getByRole('button', { name: /with a warning/ }))
    .first()
    .waitFor();

  // By Shift and arrows to another time and another lane, and undone.
  const item = block(mina, /Front brake pads, 9:30 am/);
  await item.focus();
  await mina.keyboard.press('Shift+ArrowRight');
  await expect(block(mina, /Front brake pads, 9:45 am/)).toBeVisible();
  await mina.getByRole('button', { name: 'Undo' }).click();
  await expect(block(mina, /Front brake pads, 9:30 am/)).toBeVisible();
  await expect(panel.getByText(/Moved once/)).toBeVisible();

  await panel.getByRole('button', { name: 'Vehicle is here' }).click();
  await expect(mina).toHaveURL(/\/orders\/\d+/);
  await expect(mina.getByRole('region', { name: /^Front brake pads/ })).toBeVisible();
});

test('a span is drawn and dragged with the pointer; what is amiss is said while it is held', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto(`/calendar?face=day&day=${LATER}`);
  const lane = mina.getByRole('gridcell', { name: /^Ana V\./ });
  const box = (await lane.boundingBox())!;
  await mina.mouse.move(box.x + box.width * 0.5, box.y + 30);
  await mina.mouse.down();
  await mina.mouse.move(box.x + box.width * 0.6, box.y + 30, { steps: 4 });
  await mina.mouse.move(box.x + box.width * 0.7, box.y + 30, { steps: 4 });
  await mina.mouse.up();
  const panel = mina.getByRole('complementary', { name: 'Appointment' });
  await panel.getByRole('combobox', { name: 'Customer' }).fill('Lena Okonjo');
  await mina.keyboard.press('Enter');
  const item = block(mina, /^Lena Okonjo/);
  await expect(item).toBeVisible();
  const from = (await item.boundingBox())!;
  const noor = (await mina.getByRole('gridcell', { name: /^Noor H\./ }).boundingBox())!;
  // Past the end of Noor's day.
  await mina.mouse.move(from.x + 5, from.y + 10);
  await mina.mouse.down();
  await mina.mouse.move(from.x + 60, noor.y + 20, { steps: 6 });
  await mina.mouse.move(noor.x + noor.width - 20, noor.y + 20, { steps: 6 });
  await expect(mina.getByText(/Noor H\. works from/)).toBeVisible();
  await mina.mouse.up();
  await expect(mina.getByRole('button', { name: /1 with a warning/ })).toBeVisible();
  await mina.getByRole('button', { name: 'Undo' }).click();
  await expect(mina.getByRole('button', { name: /with a warning/ })).toBeHidden();
});

test('the day is replanned: what is late is named, the better plan is laid over, taken in part and undone', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.getByRole('button', { name: /^(\d+ late, )?\d+ at risk$/ }).click();
  await expect(mina.getByRole('dialog', { name: 'Promises at risk' })).toContainText('at risk: ready');
  await mina.keyboard.press('Escape');
  await expect(mina.getByRole('dialog')).toBeHidden();
  await mina.keyboard.press('l');
  const plan = mina.getByRole('complementary', { name: 'A better plan' });
  await expect(plan.getByRole('heading', { name: /A better plan/ })).toBeVisible({ timeout: 30_000 });
  await accessible(mina, 'a better plan', 'aside');
  const moves = plan.getByRole('checkbox');
  const count = await moves.count();
  expect(count).toBeGreaterThan(2);
  await moves.first().uncheck();
  const proposed = mina.getByRole('button', { name: /^Proposed:/ });
  const shown = await proposed.count();
  expect(shown).toBeGreaterThan(0);
  await plan.getByRole('button', { name: `Take ${count - 1}` }).click();
  await expect(plan).toBeHidden();
  await expect(proposed).toHaveCount(0);
  await mina.getByRole('button', { name: 'Undo' }).click();
  await expect(mina.getByRole('button', { name: 'Undo' })).toBeHidden();
  await mina.getByRole('radio', { name: 'Month' }).click();
  await expect(mina.getByRole('table', { name: 'Month' })).toBeVisible();
  await accessible(mina, 'calendar, month', 'main');
});

test('a vehicle is handed over in two browsers, checked by another and washed', async ({ browser }) => {
  const noor = await signIn(browser, 'Noor', { width: 800, height: 1080 });
  const pieter = await signIn(browser, 'Pieter', { width: 800, height: 1080 });
  // In the demo Pieter hands Noor a battery.
  await noor.getByRole('button', { name: 'Not me' }).click();
  await expect(noor.getByRole('button', { name: 'Take it' })).toBeHidden();
  await pieter.getByRole('button', { name: 'Hand over' }).first().click();
  const dialog = pieter.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'To' }).selectOption({ label: 'Noor H.' });
  await dialog.getByLabel('Note').fill('Clutch line is still open');
  await accessible(pieter, 'handover', '[role=dialog]');
  await dialog.getByRole('button', { name: 'Hand over' }).click();
  await expect(pieter.getByText('Waits for Noor H. to take it: Clutch line is still open')).toBeVisible();
  await expect(noor.getByText('Pieter L. hands it to you: Clutch line is still open')).toBeVisible();
  await noor.getByRole('button', { name: 'Take it' }).click();
  await expect(noor.getByText('is yours')).toBeVisible();
  await expect(pieter.getByText('Waits for Noor H.')).toBeHidden();

  await noor.getByRole('button', { name: 'Check it' }).click();
  const check = noor.getByRole('dialog', { name: /Quality check/ });
  await check
    .getByRole('radio', { name: /Send back/ })
    .first()
    .check();
  await check.getByLabel('What is to be done again').fill('Hose clamp is loose');
  await accessible(noor, 'quality check', '[role=dialog]');
  await check.getByRole('button', { name: 'Send back' }).click();
  await expect(noor.getByText('goes back to work')).toBeVisible();
  await expect(pieter.getByText('Sent back: Hose clamp is loose').first()).toBeAttached();

  const jory = await signIn(browser, 'Jory');
  await jory.getByRole('link', { name: 'Wash' }).click();
  const wash = jory.getByRole('region', { name: /^Wash/ });
  await expect(wash.first()).toBeVisible();
  await accessible(jory, 'wash list', 'main');
  const before = await wash.count();
  await jory.getByRole('button', { name: 'Done' }).first().click();
  await jory.getByRole('button', { name: 'Keys are back' }).first().click();
  await expect(wash).toHaveCount(before - 1);
});

test('a week on the clock is looked at and corrected with a reason', async ({ browser }) => {
  const ingrid = await signIn(browser, 'Ingrid');
  await ingrid.goto('/times?person=6');
  await ingrid
    .getByRole('button', { name: /^Correct/ })
    .first()
    .click();
  const dialog = ingrid.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert').first()).toBeVisible();
  await dialog.getByLabel('From').fill('7:15 am');
  await dialog.getByLabel('Until').fill('7:20 am');
  await dialog.getByLabel('Reason').fill('Test of the gate');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toBeHidden();
  await expect(ingrid.getByText('Test of the gate').first()).toBeVisible();
  await accessible(ingrid, 'times', 'main');
});
