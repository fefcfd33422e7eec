// Everything that is shipped and is not ours, with its license: from the lock files and what the packages say of themselves.
//   node packaging/licenses.mjs --write FILE   writes the list as JSON
//   node packaging/licenses.mjs --check FILE   fails where a license is not one that we may ship, or the list is not current
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { join } from 'node:path';

const root = new URL('..', import.meta.url).pathname;
/** All of these let the program be shipped with the texts kept; none asks for more. */
const ALLOWED = new Set(['MIT', 'Apache-2.0', 'BSD-2-Clause', 'BSD-3-Clause', 'ISC', '0BSD', 'OFL-1.1', 'Unlicense', 'MS-PL', 'PostgreSQL']);
const [command, file] = process.argv.slice(2);
/** What the list says already: of a package that lies elsewhere on this machine it is believed. */
const listed = new Map(file && existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')).map((p) => [`${p.name} ${p.version}`, p.license]) : []);
const json = (path) => JSON.parse(readFileSync(join(root, path), 'utf8'));

/** NuGet packages of the server, as they were locked. */
function nuget() {
  const cache = process.env.NUGET_PACKAGES ?? join(homedir(), '.nuget/packages');
  const found = new Map();
  for (const of of Object.values(json('src/Yardstick.Server/packages.lock.json').dependencies))
    for (const [name, { type, resolved }] of Object.entries(of)) if (type !== 'Project') found.set(name, resolved);
  return [...found].map(([name, version]) => {
    const folder = join(cache, name.toLowerCase(), version.toLowerCase());
    const spec = existsSync(folder) ? readdirSync(folder).find((file) => file.endsWith('.nuspec')) : undefined;
    const text = spec ? readFileSync(join(folder, spec), 'utf8') : '';
    const license = !text ? (listed.get(`${name} ${version}`) ?? 'unknown') : /<license type="expression">([^<]+)</.exec(text)?.[1] ?? (/<licenseUrl>([^<]+)</.exec(text)?.[1] || 'unknown');
    return { name, version, license, where: 'server' };
  });
}

/** npm packages that go into the web. */
function npm() {
  return Object.entries(json('web/package-lock.json').packages)
    .filter(([path, entry]) => path && !entry.dev)
    .map(([path, { version, license }]) => ({
      name: path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length),
      version,
      license: license ?? 'unknown',
      where: 'web',
    }));
}

/** Whether one may choose only allowed ones in an expression such as `(MIT AND ISC)`. */
const allowed = (license) =>
  license
    .replace(/[()]/g, '')
    .split(/ OR /)
    .some((choice) => choice.split(/ AND /).every((one) => ALLOWED.has(one.trim())));

const all = [...nuget(), ...npm()].sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : a.version < b.version ? -1 : 1));
const unique = all.filter((one, i) => i === 0 || one.name !== all[i - 1].name || one.version !== all[i - 1].version);
const text = `${JSON.stringify(unique, null, 1)}\n`;
if (command === '--write') writeFileSync(file, text);
else if (command === '--check') {
  const refused = unique.filter((one) => !allowed(one.license));
  for (const one of refused) console.error(`${one.name} ${one.version}: ${one.license} is not a license that we may ship.`);
  const current = existsSync(file) && readFileSync(file, 'utf8') === text;
  if (!current) console.error(`${file} is not current: node packaging/licenses.mjs --write ${file}`);
  process.exit(refused.length === 0 && current ? 0 : 1);
} else {
  console.error('licenses.mjs --write FILE | --check FILE');
  process.exit(2);
}
