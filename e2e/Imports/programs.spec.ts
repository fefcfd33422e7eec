import { expect, test } from '@playwright/test';
import { execFile, spawn } from 'node:child_process';
import { promisify } from 'node:util';
import { accessible, ADDRESS, ownShop, PORT, root, signIn } from '../shop.ts';

ownShop();

const client = `${root}docs/examples/client.mjs`;
const run = promisify(execFile);

test.afterEach(({ browser }) => Promise.all(browser.contexts().map((context) => context.close())));

test('another program: let in by a token, told by a webhook, put out again', async ({ browser }) => {
  const page = await signIn(browser, 'Ingrid');
  await page.goto('/setup/programs');
  await accessible(page, 'programs');

  await page.getByRole('button', { name: 'Make a token…' }).click();
  const form = page.getByRole('form', { name: 'Make a token' });
  await form.getByRole('button', { name: 'Make the token' }).click();
  await expect(form.getByText('Say what it is for')).toBeVisible();
  await form.getByRole('textbox', { name: 'What it is for' }).fill('Website estimates');
  await form.getByRole('button', { name: 'Make the token' }).click();
  await expect(form.getByText('Choose at least one right.')).toBeVisible();
  for (const right of ['See repair orders with prices', 'Write up, change customers and vehicles']) await form.getByLabel(right).check();
  await form.getByRole('button', { name: 'Make the token' }).click();
  const token = await page.getByRole('textbox', { name: 'Access token' }).inputValue();
  expect(token).toMatch(/^yard_[0-9a-f]{32}$/);

  await page.getByRole('button', { name: 'Add a webhook…' }).click();
  const hook = page.getByRole('form', { name: 'Add a webhook' });
  const port = PORT + 5;
  await hook.getByRole('textbox', { name: 'Address' }).fill(`http://127.0.0.1:${port}/in`);
  await hook.getByLabel('A repair order was begun').check();
  await hook.getByRole('button', { name: 'Add the webhook' }).click();
  const secret = await page.getByRole('textbox', { name: 'Secret' }).inputValue();
  await accessible(page, 'a token and a secret');

  // The example of the docs, as a stranger would run it.
  const env = { ...process.env, SHOP: ADDRESS, TOKEN: token, SECRET: secret };
  const listener = spawn('node', [client, 'listen', String(port)], { env });
  let heard = '';
  listener.stdout.on('data', (text) => (heard += String(text)));
  await expect.poll(() => heard).toContain('Listening');
  const { stdout: listed } = await run('node', [client, 'orders'], { env });
  expect(listed.split('\n').length).toBeGreaterThan(10);
  const { stdout: made } = await run('node', [client, 'estimate', 'Rosa', 'Lindqvist', 'Front brakes'], { env });
  await expect.poll(() => heard).toMatch(/order\.opened \/api\/orders\/\d+/);
  listener.kill();

  await page.getByRole('button', { name: 'Messages' }).last().click();
  await expect(page.getByText('Arrived · Status 204')).toBeVisible();
  await accessible(page, 'messages of a webhook');
  await page.keyboard.press('Escape');
  await page.goto(new URL(made.trim().split(' ').at(-1) ?? '').pathname);
  await expect(page.getByText('Front brakes').first()).toBeVisible();

  await page.goto('/setup/programs');
  await page.getByRole('button', { name: 'Withdraw Website estimates' }).click();
  await expect(page.getByText('Website estimates is withdrawn')).toBeVisible();
  await expect(run('node', [client, 'orders'], { env })).rejects.toThrow(/401 session\.none/);

  // What there is to call is read by a word, and opened.
  await page.goto('/api-docs');
  await expect(page.getByRole('heading', { name: 'How it works' })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search the API' }).fill('webhooks');
  await expect(page.getByRole('heading', { name: 'How it works' })).toBeHidden();
  await page.getByRole('searchbox', { name: 'Search the API' }).fill('get /api/orders/{id} sheet');
  const address = page.getByRole('button', { name: '/api/orders/{id}', exact: false }).first();
  await address.click();
  await expect(page.getByRole('heading', { name: 'Answered' })).toBeVisible();
  await accessible(page, 'the API');
});
