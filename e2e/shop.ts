import AxeBuilder from '@axe-core/playwright';
import { expect, type Browser, type Page } from '@playwright/test';

/** Each worker has a shop of its own, so that what one does is nothing to the other. */
export const portsOf = (worker: number) => ({ port: 5190 + 10 * worker, outside: 5191 + 10 * worker, mail: 5192 + 10 * worker });
const mine = portsOf(Number(process.env.TEST_PARALLEL_INDEX ?? 0));
export const PORT = mine.port;
export const OUTSIDE = mine.outside;
export const MAIL = mine.mail;
export const ADDRESS = `http://127.0.0.1:${PORT}`;

/** Somebody in a browser of their own, signed in through the page. */
export async function signIn(browser: Browser, name: string, viewport = { width: 1280, height: 800 }): Promise<Page> {
  const context = await browser.newContext({ viewport, baseURL: ADDRESS });
  const page = await context.newPage();
  page.on('pageerror', (error) => {
    throw error;
  });
  await page.goto('/');
  await page.getByRole('button', { name }).click();
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('navigation', { name: 'Main menu' })).toBeVisible();
  return page;
}

/** Nothing that axe finds: WCAG 2.2 A and AA. Where the shell was looked at already, only what is new may be. */
export async function accessible(page: Page, what: string, within = 'html') {
  await page.locator(within).first().waitFor();
  // Colors that are still fading in would be judged half-way.
  await page.evaluate(() => Promise.all(document.getAnimations().map((animation) => animation.finished.catch(() => undefined))));
  const found = await new AxeBuilder({ page }).include(within).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
  expect(
    found.violations.map(
      (v) =>
        `${what}: ${v.id}: ${v.help}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 4)
          .join(' | ')}`,
    ),
  ).toEqual([]);
}

/** Sets how an outside service behaves. */
export async function mood(service: string, mode: string, times = 0, delayMs = 0) {
  await fetch(`http://127.0.0.1:${OUTSIDE}/control/${service}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ mode, times, delayMs }),
  });
}

/** How many orders a supplier took. */
export async function taken(supplier: string): Promise<number> {
  return Number(await (await fetch(`http://127.0.0.1:${OUTSIDE}/suppliers/${supplier}/count`)).text());
}
