import { expect, test, type Browser, type Page } from '@playwright/test';
import { accessible, ADDRESS, OUTSIDE, ownShop, signIn } from '../shop.ts';

ownShop();

test.afterEach(({ browser }) => Promise.all(browser.contexts().map((context) => context.close())));

/** Sends a change through the API, as the page itself would. */
async function send(page: Page, path: string, data: unknown): Promise<{ id: number }> {
  const answer = await page.request.post(`/api/${path}`, { data, headers: { 'X-Command-Id': crypto.randomUUID(), Origin: ADDRESS } });
  expect(answer.ok(), `${path}: ${answer.status()}`).toBe(true);
  return (await answer.json()) as { id: number };
}

/** An order of three jobs, written through the API, so that these tests begin where the asking begins. */
async function order(page: Page, name: string): Promise<number> {
  const post = (path: string, data: unknown) => send(page, path, data);
  const { id } = await post('orders', {
    customer: { firstName: 'Ottilie', lastName: name, phone: '505 555 0141' },
    vehicle: { plate: `ASK ${name.length}`, make: 'Vireo', model: 'Sorrel', year: '2019' },
    odometer: '61,204',
    concerns: ['Squeals when braking'],
  });
  for (const [title, hours, cost] of [
    ['Front pads and rotors', '1.4', '88'],
    ['Rear wiper', '0.2', '9'],
    ['Ball joint, left', '1.1', '41'],
  ] as const) {
    const job = await post(`orders/${id}/jobs`, { title });
    await post(`orders/${id}/jobs/${job.id}/lines`, { kind: 'Labor', description: `${title}, replace`, hours });
    // No parts: the other tests order what is needed, all of it at once.
    await post(`orders/${id}/jobs/${job.id}/lines`, { kind: 'Sublet', description: `${title}, machining`, unitCost: cost });
  }
  await post(`orders/${id}/findings`, { text: 'Pads at 2 mm', rating: 'Due', measured: '2', unit: 'mm' }).catch(() => undefined);
  return id;
}

/** The link in the last text that a telephone got. */
async function lastLink(address: string, kind = 'approve'): Promise<string> {
  const post = (await (await fetch(`http://127.0.0.1:${OUTSIDE}/post/all`)).json()) as { address: string; way: string; body: string }[];
  const body = post.filter((p) => p.address === address && p.way === 'out').at(-1)?.body ?? '';
  return new RegExp(`http\\S+/${kind}/\\S+`).exec(body)?.[0] ?? '';
}

async function phone(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  return context.newPage();
}

test('an estimate is sent, partly approved on a phone, one job deferred, a question answered; past the ceiling it is asked again', async ({
  browser,
}) => {
  const mina = await signIn(browser, 'Mina Okafor');
  const id = await order(mina, 'Lindqvist');
  await mina.goto(`/orders/${id}`);
  await expect(mina.getByRole('heading', { name: '2019 Vireo Sorrel' })).toBeVisible();

  // The third job is not safe to leave undone.
  await mina.getByRole('button', { name: 'More for Ball joint, left', exact: true }).first().click();
  await mina.getByRole('menuitem', { name: /Labor rate, technician/ }).click();
  await mina.getByLabel(/Safety item/).click();
  await expect(mina.getByLabel(/Safety item/)).toBeChecked();
  await mina.keyboard.press('Escape');

  await mina.keyboard.press('s');
  await expect(mina.getByLabel('Message', { exact: true })).toHaveValue(/Hi Ottilie, here is what we found.*\{\{ link \}\}/s);
  await accessible(mina, 'sending');
  await mina.getByRole('button', { name: 'Send the estimate' }).click();
  await expect(mina.getByText('waiting for answer')).toBeVisible();
  await expect.poll(() => lastLink('+15055550141')).not.toBe('');
  const link = await lastLink('+15055550141');
  await mina.keyboard.press('Escape');
  await expect(mina.getByLabel('Stage').locator('option:checked')).toHaveText('Waiting for approval');

  const page = await phone(browser);
  await page.goto(link);
  await expect(page.getByRole('heading', { name: /Hello Ottilie/ })).toBeVisible();
  await accessible(page, 'customer page');
  const total = page.locator('.total b');
  await expect(total).toHaveText('$0.00');
  const answer = (title: string) => page.getByRole('radiogroup', { name: `Your answer: ${title}` });
  await answer('Front pads and rotors').getByText('Yes').click();
  await expect(total).not.toHaveText('$0.00');
  const first = await total.textContent();
  await answer('Rear wiper').getByText('Yes').click();
  await expect(total).not.toHaveText(first!);
  await answer('Rear wiper').getByText('Later').click();
  await expect(total).toHaveText(first!);

  // A question first: it is on the counter's screen by itself, leads to the order, and its answer comes by text.
  await page.getByRole('button', { name: 'Ask a question first' }).click();
  await page.getByLabel('Your question').fill('Do I get a loan car?');
  await page.getByRole('button', { name: 'Send the question' }).click();
  await expect(page.getByText('We got your question')).toBeVisible();
  await mina.goto('/orders');
  await mina
    .getByRole('region', { name: 'Customer updates' })
    .getByRole('button', { name: /Do I get a loan car/ })
    .first()
    .click();
  await expect(mina).toHaveURL(new RegExp(`/orders/${id}$`));
  await mina.getByRole('button', { name: 'Messages (1 new)' }).click();
  await expect(mina.getByRole('list', { name: 'Messages' })).toContainText('Do I get a loan car?');
  await accessible(mina, 'messages');
  await mina.getByLabel('Message', { exact: true }).fill('Yes, the small one.');
  await mina.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(mina.getByRole('list', { name: 'Messages' }).getByText('delivered').last()).toBeVisible();
  await mina.keyboard.press('Escape');

  // What was chosen outlives a reload; the unsafe job is declined only knowingly; nothing goes out unsigned.
  await page.reload();
  await expect(total).toHaveText(first!);
  await answer('Ball joint, left').getByText('No').click();
  await page.getByLabel('Your name').fill('Ottilie Lindqvist');
  await page.getByRole('button', { name: 'Send my answer' }).click();
  await expect(page.getByRole('alert')).toHaveText(/Sign in the box/);
  await page.getByRole('button', { name: 'Use my typed name instead' }).click();
  await page.getByRole('button', { name: 'Send my answer' }).click();
  await expect(page.getByText(/Please check the box for/)).toBeVisible();
  await page.getByLabel(/may not be safe to drive/).check();
  await page.getByRole('button', { name: 'Send my answer' }).dblclick();
  await expect(page.getByRole('heading', { name: 'Thank you, we have your answer.' })).toBeVisible();
  await expect(page.getByText(/Approved total: \$[\d,]+\.\d\d, tax included\./)).toBeVisible();
  await expect(page.getByText('Rear wiper: later')).toBeVisible();
  await accessible(page, 'customer page, answered');

  // The counter has it without asking for it.
  await expect(mina.locator('.decide .made')).toHaveText(['Approved', 'Deferred', 'Declined']);
  await expect(mina.getByRole('region', { name: 'Customer updates' })).toContainText('approved 1 of 3');

  // The work grows past the ceiling: it is asked again, here on the talk-through, and approved a second time.
  const hours = mina.getByLabel('Hours, Front pads and rotors, replace');
  await hours.fill('4');
  await hours.press('Enter');
  await expect(mina.getByText('get approval before going on')).toBeVisible();
  await expect(mina.getByText('Changed since it was approved.')).toBeVisible();
  await mina.locator('.job').first().locator('.decide button').click();
  await mina.getByRole('radio', { name: 'Approved' }).click();
  await mina.getByRole('button', { name: 'Record answer' }).click();
  await expect(mina.getByText('within the limit')).toBeVisible();
  await expect(mina.getByText('Changed since it was approved.')).toHaveCount(0);

  // What came by itself stays in a list, with who read it.
  await mina.getByRole('link', { name: /All updates/ }).click();
  const update = mina.getByRole('row', { name: /approved 1 of 3/ });
  await accessible(mina, 'updates', '.page');
  await update.getByRole('button', { name: /Mark as read/ }).click();
  await expect(update).toContainText('Mina O.');
});

test('a photo goes out when it was released and says so when it does not load; a document goes along as a link', async ({ browser }) => {
  const ingrid = await signIn(browser, 'Ingrid Abara');
  const id = await order(ingrid, 'Fotheringay');
  const headers = () => ({ 'X-Command-Id': crypto.randomUUID(), Origin: ADDRESS });
  const sheet = (await (await ingrid.request.get(`/api/orders/${id}`)).json()) as { jobs: { lines: { id: number }[] }[] };
  const line = sheet.jobs[0]!.lines[0]!.id;
  const photo = await ingrid.request.post(`/api/files/Line/${line}?name=pads.png`, {
    data: await ingrid.screenshot(),
    headers: { ...headers(), 'Content-Type': 'application/octet-stream' },
  });
  expect(photo.ok()).toBe(true);
  await ingrid.goto(`/orders/${id}`);
  await ingrid.getByRole('heading', { name: '2019 Vireo Sorrel' }).waitFor();
  await ingrid.keyboard.press('s');
  // The finding stays in the shop, by the button; the photo goes out, by the keyboard alone.
  await ingrid.getByRole('button', { name: 'Keep internal' }).click();
  await expect(ingrid.getByText('This is the last one.')).toBeVisible();
  await expect(ingrid.getByRole('button', { name: 'Show to customer' })).toBeFocused();
  await accessible(ingrid, 'release of a photo');
  await ingrid.keyboard.press('Enter');
  await expect(ingrid.getByText('Photo: Front pads and rotors, replace')).toBeVisible();
  await ingrid.getByRole('combobox', { name: 'To', exact: true }).selectOption('other');
  await ingrid.getByLabel('Phone number or email').fill('505 555 0142');
  await ingrid.getByLabel('Template').selectOption({ label: 'Estimate, text' });
  await ingrid.getByRole('button', { name: 'Send the estimate' }).click();
  await expect.poll(() => lastLink('+15055550142')).not.toBe('');

  const page = await phone(browser);
  let broken = true;
  await page.route('**/photos/*', (route) => (broken ? route.abort() : route.continue()));
  await page.goto(await lastLink('+15055550142'));
  await expect(page.getByRole('heading', { name: /here is what we recommend/ })).toBeVisible();
  await expect(page.getByText('Pads at 2 mm')).toHaveCount(0);
  await page.getByText("What's included").first().click();
  const again = page.getByRole('button', { name: 'The photo did not load. Try again' });
  await expect(again).toBeVisible();
  broken = false;
  await again.click();
  await expect(page.getByRole('img', { name: 'Photo: Front pads and rotors, replace' })).toBeVisible();
  await accessible(page, 'customer page with a photo');
  // A closed page loses nothing that was chosen.
  await page.getByRole('radiogroup', { name: 'Your answer: Rear wiper' }).getByText('Yes').click();
  const total = (await page.locator('.total b').textContent())!;
  const tab = await page.context().newPage();
  await page.close();
  await tab.goto(await lastLink('+15055550142'));
  await expect(tab.locator('.total b')).toHaveText(total);

  await ingrid.keyboard.press('Escape');
  await ingrid.keyboard.press('p');
  await ingrid.getByRole('combobox', { name: 'To', exact: true }).selectOption('other');
  await ingrid.getByLabel('Phone number or email').fill('505 555 0143');
  await ingrid.getByRole('button', { name: 'Send to others too…' }).click();
  await ingrid.getByLabel('Other numbers or emails').fill('505 555 0145, 12');
  await ingrid.getByLabel('Attach').selectOption({ label: 'Estimate' });
  await expect(ingrid.getByLabel('Message', { exact: true })).toHaveValue(/here are the documents you asked for.*\{\{ link \}\}/s);
  // One that cannot be is said beside its field, and nothing goes out.
  await ingrid.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(ingrid.getByLabel('Other numbers or emails')).toHaveAccessibleDescription(/phone number/i);
  await ingrid.getByLabel('Other numbers or emails').fill('505 555 0145');
  await ingrid.getByRole('button', { name: 'Send', exact: true }).click();
  await expect.poll(() => lastLink('+15055550145', 'documents')).not.toBe('');
  await expect.poll(() => lastLink('+15055550143', 'documents')).not.toBe('');
  await tab.goto(await lastLink('+15055550143', 'documents'));
  await expect(tab.getByRole('heading', { name: /^Estimate \d+$/ })).toBeVisible();
  await accessible(tab, 'document page');
  const open = tab.getByRole('link', { name: /Open the document/ });
  const pdf = await tab.request.get(new URL((await open.getAttribute('href'))!, tab.url()).href);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  await expect(ingrid.getByText(/^opened today/)).toBeVisible();
  await ingrid.getByRole('button', { name: 'Turn link off' }).click();
  await expect(ingrid.getByText('link closed')).toBeVisible();
  await tab.reload();
  await expect(tab.getByRole('heading', { name: 'This document is no longer available.' })).toBeVisible();
  await expect(tab.getByRole('link', { name: /^Call / })).toBeVisible();
});

test('an order is talked through by keys: jobs out and in, the total follows, the answer is recorded on the page', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  const id = await order(mina, 'Beauregard');
  const written = (await (await mina.request.get(`/api/orders/${id}`)).json()) as { jobs: { id: number; version: number }[] };
  const first = written.jobs[0]!;
  await send(mina, `orders/${id}/jobs/${first.id}`, { field: 'linesOpen', value: 'true', version: first.version });
  await mina.goto(`/orders/${id}`);
  await mina.getByRole('heading', { name: '2019 Vireo Sorrel' }).waitFor();
  await mina.keyboard.press('t');
  const footer = mina.getByLabel('Total of included jobs');
  const total = footer.locator('b').last();
  await expect(total).toHaveText(/\$/);
  await expect(footer).toContainText(/ready \S/);
  await accessible(mina, 'talk-through');
  await expect(mina.locator('.talk')).not.toContainText(/margin|cost/i);
  const all = await total.textContent();
  await mina.keyboard.press('2');
  await expect(mina.getByRole('switch', { name: /Rear wiper/ })).not.toBeChecked();
  await expect(total).not.toHaveText(all!);
  await mina.keyboard.press('2');
  await expect(total).toHaveText(all!);
  // Lines of a job that is open line by line have the numbers after L, until Esc gives them back to the jobs.
  await mina.keyboard.press('l');
  await mina.keyboard.press('2');
  await expect(mina.getByRole('checkbox', { name: /Front pads and rotors, machining/ })).not.toBeChecked();
  await expect(total).not.toHaveText(all!);
  await mina.keyboard.press('2');
  await expect(total).toHaveText(all!);
  await mina.keyboard.press('Escape');
  await mina.keyboard.press('2');
  await mina.getByLabel('Rear wiper: answer').selectOption('Deferred');
  await mina.getByRole('button', { name: 'Record answer' }).click();
  await expect(mina.getByText('Enter the date or odometer')).toBeVisible();
  await mina.getByLabel('Until').fill('in 3 months');
  await mina.getByRole('button', { name: 'Record answer' }).click();
  await expect(mina.locator('.decide .made')).toHaveText(['Approved', 'Deferred', 'Approved']);
  await mina.keyboard.press('t');
  await expect(mina.getByText('Every job has been answered')).toBeVisible();
  await mina.keyboard.press('Escape');
  await expect(mina).toHaveURL(new RegExp(`/orders/${id}$`));
});

test('of more than nine jobs the next nine get the number keys', async ({ browser }) => {
  const mina = await signIn(browser, 'Mina Okafor');
  const id = await order(mina, 'Delacroix');
  for (let job = 4; job <= 11; job++) await send(mina, `orders/${id}/jobs`, { title: `Lamp ${job}` });
  await mina.goto(`/orders/${id}/talk-through`);
  const tenth = mina.getByRole('switch', { name: /Lamp 10/ });
  await tenth.waitFor();
  await mina.keyboard.press('1');
  await expect(mina.getByRole('switch', { name: /Front pads/ })).not.toBeChecked();
  await expect(tenth).toBeChecked();
  await mina.keyboard.press('0');
  await mina.keyboard.press('1');
  await expect(tenth).not.toBeChecked();
  await expect(mina.getByRole('switch', { name: 'Lamp 11, key 2' })).toBeChecked();
  // Where no digit is, no key is drawn.
  await expect(mina.getByRole('switch', { name: /Front pads/ }).locator('.key')).toHaveCount(0);
  // Behind the last the first nine have them again.
  await mina.keyboard.press('0');
  await mina.keyboard.press('1');
  await expect(mina.getByRole('switch', { name: 'Front pads and rotors, key 1' })).toBeChecked();
});

test('a link that was changed, withdrawn or made up says so; templates and fees are kept in Setup', async ({ browser }) => {
  const ingrid = await signIn(browser, 'Ingrid Abara');
  const id = await order(ingrid, 'Vandermeer');
  await ingrid.goto(`/orders/${id}`);
  await ingrid.getByRole('heading', { name: '2019 Vireo Sorrel' }).waitFor();
  await ingrid.keyboard.press('s');
  // What was found is looked at first, and worded for the customer.
  await ingrid.getByLabel('Customer sees').fill('Your front brake pads are worn down to 2 mm');
  await ingrid.getByRole('button', { name: 'Show to customer' }).click();
  await expect(ingrid.getByText('shown to customer')).toBeVisible();
  await ingrid.getByRole('button', { name: 'Send the estimate' }).click();
  await expect(ingrid.getByText('waiting for answer')).toBeVisible();
  await expect.poll(() => lastLink('+15055550141')).not.toBe('');
  const link = await lastLink('+15055550141');
  await ingrid.getByRole('button', { name: 'Withdraw' }).click();
  await expect(ingrid.getByText('withdrawn', { exact: true })).toBeVisible();
  const page = await phone(browser);
  await page.goto(link);
  await expect(page.getByRole('heading', { name: 'We withdrew this estimate.' })).toBeVisible();
  await page.goto(link.replace(/approve\/.*/, 'approve/nothing-of-ours'));
  await expect(page.getByRole('heading', { name: /This link is not valid/ })).toBeVisible();

  await ingrid.goto('/setup/messages');
  await ingrid.getByRole('button', { name: 'New template' }).click();
  await ingrid.getByLabel('Name', { exact: true }).fill('Running late');
  await ingrid.getByLabel('Message', { exact: true }).fill('Hello {{ customer.firstNam }}');
  await ingrid.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(ingrid.getByRole('alert')).toContainText('There is no field "customer.firstNam"');
  await ingrid.getByLabel('Message', { exact: true }).fill('Hello {{ customer.firstName }}, we need an hour more.');
  await expect(ingrid.locator('.thread')).toContainText('we need an hour more.');
  await accessible(ingrid, 'templates');
  await ingrid.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(ingrid.getByRole('cell', { name: 'Running late' })).toBeVisible();

  await ingrid.getByRole('link', { name: 'Fees', exact: true }).click();
  await ingrid.getByLabel('Customer description').fill('Winter storage of tires');
  await ingrid.getByLabel('Code', { exact: true }).fill('winter');
  await ingrid.getByLabel('Amount each').fill('45');
  await ingrid.getByRole('button', { name: 'Add the fee' }).click();
  await expect(ingrid.getByRole('cell', { name: /Winter storage of tires/ }).first()).toBeVisible();
  await accessible(ingrid, 'fees');
  await ingrid.goto('/orders');
  await ingrid.getByRole('radio', { name: 'Waiting for approval' }).click();
  await expect(ingrid.getByRole('row', { name: /Ottilie Vandermeer/ })).toContainText('3 jobs');
  await accessible(ingrid, 'unanswered');
});
