import { createServer } from 'node:http';
import { expect, test, type Browser } from '@playwright/test';
import { accessible, ADDRESS, OUTSIDE, ownShop, PORT, signIn } from '../shop.ts';

ownShop();

/** What a telephone got. */
async function texts(address: string): Promise<string[]> {
  const post = (await (await fetch(`http://127.0.0.1:${OUTSIDE}/post/all`)).json()) as { address: string; way: string; body: string }[];
  return post.filter((item) => item.way === 'out' && item.address === address).map((item) => item.body);
}

async function phone(browser: Browser) {
  return (await browser.newContext({ viewport: { width: 390, height: 780 }, baseURL: ADDRESS, hasTouch: true, isMobile: true })).newPage();
}

test('what is due is written about in a batch by keys alone, called about, put off, closed and taken back', async ({ browser }) => {
  const ingrid = await signIn(browser, 'Ingrid Abara');
  await ingrid.goto('/follow-up');
  await expect(ingrid.getByRole('heading', { name: 'Follow-up' })).toBeVisible();
  await accessible(ingrid, 'follow-up');
  await ingrid.getByRole('combobox', { name: 'Kind' }).selectOption('Deferred');
  await ingrid.getByRole('combobox', { name: 'First' }).selectOption('worth');
  const side = ingrid.getByRole('region', { name: 'This follow-up' });
  const rows = ingrid.getByRole('region', { name: 'What is due' }).locator('tbody tr');
  const count = await rows.count();
  await rows.first().click();

  await ingrid.keyboard.press('Space');
  await ingrid.keyboard.press('ArrowDown');
  await ingrid.keyboard.press('Space');
  await expect(ingrid.getByRole('button', { name: 'Write about 2…' })).toBeEnabled();
  await ingrid.keyboard.press('w');
  const dialog = ingrid.getByRole('dialog');
  await expect(dialog.getByRole('textbox', { name: /^Message to/ })).toHaveCount(2);
  await accessible(ingrid, 'drafts', '[role=dialog]');
  await dialog.getByRole('checkbox').nth(1).uncheck();
  await dialog
    .getByRole('textbox', { name: /^Message to/ })
    .first()
    .fill('Hello, we have a time on Friday. Lantern Bay');
  await dialog.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(ingrid.getByText('1 message is on the way.')).toBeVisible();
  await expect(rows).toHaveCount(count - 1);

  await rows.first().click();
  const name = await side.getByRole('heading').getByRole('link').innerText();
  await ingrid.keyboard.press('l');
  await side.getByLabel('What was said').fill('Wants to think about it');
  await side.getByRole('button', { name: 'No answer' }).click();
  await expect(side.getByText('Wants to think about it')).toBeVisible();
  await ingrid.keyboard.press('o');
  await side.getByLabel('Until').fill('in 3 weeks');
  await side.getByLabel('Until').press('Enter');
  await expect(rows).toHaveCount(count - 2);
  await ingrid.getByRole('button', { name: 'Undo' }).click();
  await expect(rows).toHaveCount(count - 1);
  await ingrid.getByLabel('Name, plate, phone or work').fill(name);
  await rows.first().click();
  await ingrid.keyboard.press('x');
  await side.getByRole('button', { name: 'Close for good' }).click();
  await expect(side.getByText('Enter why nobody should ask about this again.')).toBeVisible();
  await side.getByLabel('Why nobody should ask again').fill('Sold the vehicle');
  await side.getByLabel('Why nobody should ask again').press('Enter');
  await ingrid.getByRole('radio', { name: 'Waiting and closed' }).click();
  await expect(rows.filter({ hasText: 'closed' }).first()).toBeVisible();

  await ingrid.getByRole('link', { name: 'What came of it' }).click();
  await expect(ingrid.getByText('sold', { exact: true }).first()).toBeVisible();
  await accessible(ingrid, 'what came of it');
});

test('a time is booked on a phone, confirmed from the tray, and written up with everything on it', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  const page = await phone(browser);
  await page.goto('/book');
  await expect(page.getByRole('heading', { name: 'Book a time' })).toBeVisible();
  await accessible(page, 'booking page');
  await page.getByRole('checkbox', { name: /Tire rotation/ }).check();
  await page.getByRole('button', { name: 'Later days' }).click();
  await page.getByRole('radio').last().check({ force: true });
  await page.getByRole('button', { name: 'Ask for this time' }).click();
  await expect(page.getByRole('alert')).toHaveText('Enter your name.');
  await expect(page.getByLabel('Your name')).toBeFocused();
  await accessible(page, 'booking page with a mistake');
  await page.getByLabel('Your name').fill('Ada Roper');
  await page.getByLabel('Mobile phone').fill('505 555 0188');
  await page.getByLabel('License plate').fill('ada 1');
  await page.getByLabel('Year, make and model').fill('2019 Tarnow Dunlin');
  await page.getByLabel('Anything we should know').fill('The front left one loses air');
  await page.getByRole('button', { name: 'Ask for this time' }).click();
  await expect(page.getByRole('heading', { name: 'We got your booking' })).toBeVisible();
  await accessible(page, 'own booking');

  await mina.goto('/follow-up/requests');
  const card = mina.getByRole('region', { name: 'Booking, Ada Roper' });
  await expect(card.getByText('The front left one loses air')).toBeVisible();
  await accessible(mina, 'requests');
  await card.getByRole('button', { name: 'I take it' }).click();
  await expect(card.getByText('yours')).toBeVisible();
  await card.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(card).toBeHidden();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Your appointment is confirmed.' })).toBeVisible();
  await expect.poll(async () => (await texts('+15055550188')).length).toBe(1);

  await mina.getByRole('radio', { name: /Handled/ }).click();
  await card.getByRole('button', { name: 'Show in calendar' }).click();
  await expect(mina.getByText('Tire rotation').first()).toBeVisible();
  await mina.getByRole('link', { name: 'Write up' }).click();
  await expect(mina.getByLabel('Last name')).toHaveValue('Roper');
  await expect(mina.getByText('Tire rotation').first()).toBeVisible();
});

test('who was here before enters a code from a text, and chooses a vehicle instead of typing', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  const page = await phone(browser);
  await page.goto('/book');
  await page.getByRole('checkbox', { name: /Oil and filter/ }).check();
  await page.getByRole('button', { name: 'Later days' }).click();
  await page.getByRole('radio').last().check({ force: true });
  await page.getByRole('button', { name: 'Get a code by text' }).click();
  await page.getByLabel('Mobile phone on file').fill('(207) 555-0136');
  await page.getByLabel('Mobile phone on file').press('Enter');
  await expect(page.getByLabel('Code', { exact: true })).toBeFocused();
  await page.getByLabel('Code', { exact: true }).fill('1');
  await page.getByLabel('Code', { exact: true }).press('Enter');
  await expect(page.getByRole('alert')).toHaveText('That code is not right. Check the text, or get a new one.');
  await accessible(page, 'a wrong code');
  const code = async () => (await texts('+12075550136')).find((text) => text.includes('is your code'))?.slice(0, 7) ?? '';
  await expect.poll(code).not.toBe('');
  await page.getByLabel('Code', { exact: true }).fill(await code());
  await page.getByRole('button', { name: 'Continue' }).click();
  await expect(page.getByText('Welcome back, Kofi Finnegan.')).toBeVisible();
  await expect(page.getByLabel('Your name')).toBeHidden();
  await page.getByRole('radio', { name: 'Another vehicle' }).check();
  await expect(page.getByLabel('License plate')).toBeVisible();
  await page.getByLabel('A photo, if it helps').setInputFiles({
    name: 'leak.png',
    mimeType: 'image/png',
    buffer: Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==', 'base64'),
  });
  await expect(page.getByRole('img', { name: 'The photo that goes along' })).toBeVisible();
  await page.getByRole('group', { name: 'Which vehicle?' }).getByRole('radio').first().check();
  await accessible(page, 'known by a code');
  await page.getByRole('button', { name: 'Ask for this time' }).click();
  await expect(page.getByRole('heading', { name: 'We got your booking' })).toBeVisible();

  await mina.goto('/follow-up/requests');
  const card = mina.getByRole('region', { name: 'Booking, Kofi Finnegan' });
  await expect(card.getByText('entered the code that was texted')).toBeVisible();
  await expect(card.getByRole('img', { name: 'Photo of Kofi Finnegan' })).toBeVisible();
});

test('a vehicle sends a code: where it was is drawn, and its appointment says it', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto('/follow-up/requests');
  const card = mina.getByRole('region', { name: /^Trouble code/ }).first();
  await expect(card.getByRole('img', { name: /one square is a mile/ })).toBeVisible();
  await card.getByRole('button', { name: 'Make an appointment' }).click();
  await expect(mina.getByText(/P0128/).first()).toBeVisible();
});

test('a question from a phone is answered by text and becomes a repair order of a new customer', async ({ browser }) => {
  const page = await phone(browser);
  await page.goto('/book');
  await page.getByRole('button', { name: 'Ask us' }).click();
  const form = page.getByRole('form', { name: 'Ask us' });
  await form.getByRole('button', { name: 'Send the question' }).click();
  await expect(form.getByRole('alert')).toHaveText('Enter your question.');
  await expect(form.getByLabel('Your question')).toBeFocused();
  await accessible(page, 'question with a mistake');
  await form.getByLabel('Your question').fill('Do you weld exhausts?');
  await form.getByLabel('Your name').fill('Kofi Marsh');
  await form.getByLabel('Mobile phone').fill('505 555 0189');
  await form.getByLabel('Year, make and model').fill('2017 Tarnow Dunlin');
  await form.getByRole('button', { name: 'Send the question' }).click();
  await expect(page.getByText(/answers by text\.$/)).toBeVisible();

  const mina = await signIn(browser, 'Mina Okafor');
  await mina.goto('/follow-up/requests');
  const card = mina.getByRole('region', { name: 'Question, Kofi Marsh' });
  await card.getByRole('button', { name: 'Text back…' }).click();
  await card.getByRole('textbox').fill('We do, from 90 dollars on.');
  await card.getByRole('button', { name: 'Send', exact: true }).click();
  await expect.poll(() => texts('+15055550189')).toEqual(['We do, from 90 dollars on.']);
  await card.getByRole('button', { name: 'Open a repair order' }).click();
  await expect(mina.getByText('2017 Tarnow Dunlin').first()).toBeVisible();
  await expect(mina.getByText('Do you weld exhausts?').or(mina.locator('[value="Do you weld exhausts?"]')).first()).toBeVisible();
});

test('the booking page stands in a frame of the shop’s own site, and of no other', async ({ browser }) => {
  const ingrid = await signIn(browser, 'Ingrid Abara');
  const site = createServer((_, answer) => {
    answer.setHeader('Content-Type', 'text/html');
    answer.end(`<!doctype html><title>Shop</title><iframe title="Book a time" src="${ADDRESS}/book" width="500" height="700"></iframe>`);
  });
  const port = PORT + 7;
  await new Promise<void>((ready) => site.listen(port, '127.0.0.1', ready));
  try {
    const visitor = await (await browser.newContext()).newPage();
    await visitor.goto(`http://127.0.0.1:${port}/`);
    await expect(visitor.frameLocator('iframe').getByRole('heading', { name: 'Book a time' })).toBeHidden();
    await ingrid.goto('/setup/booking');
    await expect(ingrid.getByRole('heading', { name: 'Services' })).toBeVisible();
    await accessible(ingrid, 'setup of booking');
    await ingrid.getByLabel('Your website').fill(`http://127.0.0.1:${port}/contact`);
    await ingrid.getByLabel('Your website').press('Enter');
    await expect(ingrid.getByText('<iframe src=')).toBeVisible();
    await visitor.reload();
    await expect(visitor.frameLocator('iframe').getByRole('heading', { name: 'Book a time' })).toBeVisible();
  } finally {
    site.close();
  }
});
