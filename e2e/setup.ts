import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { MAIL, OUTSIDE, PORT } from './shop.ts';

const root = fileURLToPath(new URL('..', import.meta.url));
const built = (project: string) => `${root}src/${project}/bin/Release/net10.0/${project}.dll`;
const data = `${root}.data/e2e`;

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

/** Makes a demo shop of its own and starts the real stand-ins and the real server on it. */
export default async function setup() {
  rmSync(data, { recursive: true, force: true });
  const made = spawnSync('dotnet', [built('Yardstick.Server'), '--data', data, '--demo', '--only-prepare'], { stdio: 'inherit' });
  if (made.status !== 0) throw new Error('The demo shop could not be made.');
  const running: ChildProcess[] = [];
  const start = (project: string, port: number, args: string[]) =>
    running.push(
      spawn('dotnet', [built(project), ...args], {
        env: { ...process.env, ASPNETCORE_URLS: `http://127.0.0.1:${port}` },
        stdio: 'inherit',
      }),
    );
  start('Yardstick.StandIns', OUTSIDE, ['--memory', `${data}/outside.json`, '--smtp', String(MAIL)]);
  start('Yardstick.Server', PORT, [
    '--data',
    data,
    '--demo',
    '--web',
    `${root}web/dist`,
    '--outside',
    `http://127.0.0.1:${OUTSIDE}/`,
    '--mail',
    `127.0.0.1:${MAIL}`,
  ]);
  await answers(`http://127.0.0.1:${OUTSIDE}/health`);
  await answers(`http://127.0.0.1:${PORT}/api/welcome`);
  return () => running.forEach((process) => process.kill());
}
