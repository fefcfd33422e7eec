import type { FullConfig } from '@playwright/test';
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { cpSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { portsOf } from './shop.ts';

const root = fileURLToPath(new URL('..', import.meta.url));
const built = (project: string) => `${root}src/${project}/bin/Release/net10.0/${project}.dll`;
const dataOf = (worker: number) => `${root}.data/e2e${worker || ''}`;

async function answers(url: string) {
  for (let i = 0; i < 300; i++) {
    try {
      await fetch(url);
      return;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }
  throw new Error(`${url} never answered.`);
}

/** Makes a demo shop for each worker and starts the real stand-ins and the real server on it. */
export default async function setup(config: FullConfig) {
  const workers = [...Array(config.workers).keys()];
  workers.forEach((worker) => rmSync(dataOf(worker), { recursive: true, force: true }));
  const made = spawnSync('dotnet', [built('Yardstick.Server'), '--data', dataOf(0), '--demo', '--only-prepare'], { stdio: 'inherit' });
  if (made.status !== 0) throw new Error('The demo shop could not be made.');
  const running: ChildProcess[] = [];
  const start = (project: string, port: number, args: string[]) =>
    running.push(
      spawn('dotnet', [built(project), ...args], {
        env: { ...process.env, ASPNETCORE_URLS: `http://127.0.0.1:${port}` },
        stdio: 'inherit',
      }),
    );
  workers.slice(1).forEach((worker) => cpSync(dataOf(0), dataOf(worker), { recursive: true }));
  for (const worker of workers) {
    const { port, outside, mail } = portsOf(worker);
    const data = dataOf(worker);
    start('Yardstick.StandIns', outside, ['--memory', `${data}/outside.json`, '--smtp', String(mail)]);
    const from = ['--data', data, '--demo', '--web', `${root}web/dist`];
    start('Yardstick.Server', port, [...from, '--outside', `http://127.0.0.1:${outside}/`, '--mail', `127.0.0.1:${mail}`]);
  }
  for (const worker of workers) {
    const { port, outside } = portsOf(worker);
    await answers(`http://127.0.0.1:${outside}/health`);
    await answers(`http://127.0.0.1:${port}/api/welcome`);
  }
  return () => running.forEach((process) => process.kill());
}
