import { expect, test, type Browser, type Page } from '@playwright/test';
import type axe from 'axe-core';
import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, readFileSync, rmSync, symlinkSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
const worker = Number(process.env.TEST_PARALLEL_INDEX ?? 0);
export const PORT = 5190 + 10 * worker;
export const OUTSIDE = PORT + 1;
export const MAIL = PORT + 2;
export const ADDRESS = `http://127.0.0.1:${PORT}`;

/** Where the demo shop is made that each file's shop is a copy of. */
export const MADE = `${root}.data/e2e`;

/** A program as it was built. */
export const built = (project: string) => `${root}src/${project}/bin/Release/net10.0/${project}.dll`;

/** Waits until something answers at an address. */
export async function answers(url: string) {
  for (let i = 0; i < 600; i++) {
    try {
      await fetch(url);
      return;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
  throw new Error(`${url} never answered.`);
}

const start = (project: string, port: number, args: string[]) =>
  spawn('dotnet', [built(project), ...args], {
    env: { ...process.env, ASPNETCORE_URLS: `http://127.0.0.1:${port}` },
    stdio: ['pipe', 'pipe', 'inherit'],
  });

/** The server of this worker. Started again on the next file's shop it knows what it has compiled, which a new one takes ten seconds for. */
let server: ChildProcess | undefined;
process.on('exit', () => server?.kill('SIGKILL'));

/** The outside services of this worker's shops, one set at a time. They end with what they read from. */
let outside: { say: (line: string) => Promise<string> } | undefined;

function openOutside() {
  const standIns = start('Yardstick.StandIns', OUTSIDE, ['--on-demand']);
  const lines = createInterface({ input: standIns.stdout! })[Symbol.asyncIterator]();
  const say = async (line: string) => {
    standIns.stdin!.write(`${line}\n`);
    return String((await lines.next()).value);
  };
  return { say };
}

/** Opens the outside services of a shop and answers their number. A worker that failed leaves the ports for a moment. */
async function openStandIns(folder: string): Promise<number> {
  outside ??= openOutside();
  const asked = ['--urls', `http://127.0.0.1:${OUTSIDE}`, '--memory', `${folder}/outside.json`, '--smtp', String(MAIL)];
  for (let i = 0; i < 100; i++) {
    const [word, number] = (await outside.say(JSON.stringify(asked))).split(' ');
    if (word === 'open') return Number(number);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('The outside services did not open.');
}

const FOLDER = `${MADE}-${worker}`;
let shops = 0;

/** A worker that failed leaves its server for a moment. */
async function free(port: number) {
  for (
    let i = 0;
    i < 100 &&
    (await fetch(`http://127.0.0.1:${port}/health/live`).then(
      () => true,
      () => false,
    ));
    i++
  )
    await new Promise((resolve) => setTimeout(resolve, 50));
}

async function openServer() {
  const serving = server && server.exitCode === null && server.signalCode === null ? server : undefined;
  if (!serving) await free(PORT);
  const from = ['--data', FOLDER, '--demo', '--web', `${root}web/dist`];
  server =
    serving ?? start('Yardstick.Server', PORT, [...from, '--outside', `http://127.0.0.1:${OUTSIDE}/`, '--mail', `127.0.0.1:${MAIL}`]);
  const said = createInterface({ input: server.stdout! });
  const serves = server;
  let ended = () => {};
  const open = new Promise<void>((resolve, reject) => {
    ended = () => reject(new Error('The server ended.'));
    said.on('line', (line) => (line === 'Yardstick is open.' ? resolve() : console.log(line)));
    serves.once('exit', ended);
  });
  serving?.kill('SIGHUP');
  await open;
  serves.off('exit', ended);
  said.close();
}

/**
 * A demo shop of this file's own, with the real stand-ins and the real server on it, so that what one file
 * does is nothing to another, in whatever order they run.
 */
export function ownShop() {
  let standing: number;
  let own: string;
  test.beforeAll(async () => {
    own = `${FOLDER}-${shops++}`;
    for (const old of [own, FOLDER]) rmSync(old, { recursive: true, force: true });
    cpSync(MADE, own, { recursive: true });
    symlinkSync(own, FOLDER);
    [standing] = await Promise.all([openStandIns(own), openServer()]);
  });
  test.afterAll(async () => {
    await outside!.say(`close ${standing}`);
    rmSync(own, { recursive: true, force: true });
  });
}

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

/** It is put into each page that is judged: the whole, with comments, would be read more than twice as long. */
const AXE = readFileSync(fileURLToPath(import.meta.resolve('axe-core/axe.min.js')), 'utf8');

/** Of long lists the first rows are judged; the others are made as they are, and each element takes 2 ms. */
const REPEATED = 'tbody > tr:nth-child(n + 13), li:nth-child(n + 13)';

/** Nothing that axe finds: WCAG 2.2 A and AA. Where the shell was looked at already, only what is new may be. */
export async function accessible(page: Page, what: string, within = 'html') {
  await page.locator(within).first().waitFor();
  // Colors that are still fading in would be judged half-way.
  await page.evaluate(() => Promise.all(document.getAnimations().map((animation) => animation.finished.catch(() => undefined))));
  // It stays in a page once it is there. Neither what passes nor style sheets read once more are needed: half the time.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE);
  const found = await page.evaluate(
    ([where, repeated]) =>
      (window as unknown as { axe: typeof axe }).axe.run(
        { include: [[where]], exclude: [[repeated]] },
        {
          resultTypes: ['violations'],
          preload: false,
          iframes: false,
          runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
        },
      ),
    [within, REPEATED] as const,
  );
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
