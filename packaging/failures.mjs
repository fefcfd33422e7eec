// Names what failed in a result of tests, each with the first lines of why: node packaging/failures.mjs RESULT
// RESULT is a .trx of xUnit, or the JSON of Vitest or Playwright. Prints nothing where all passed or there is no result.
import { existsSync, readFileSync } from 'node:fs';

const path = process.argv[2];
const text = existsSync(path) ? readFileSync(path, 'utf8') : '';

const plain = (xml) =>
  xml
    .replace(/&(?:#x([0-9A-Fa-f]+)|#(\d+)|lt|gt|quot|apos|amp);/g, (entity, hex, decimal) =>
      hex || decimal
        ? String.fromCodePoint(parseInt(hex ?? decimal, hex ? 16 : 10))
        : { '&lt;': '<', '&gt;': '>', '&quot;': '"', '&apos;': "'", '&amp;': '&' }[entity],
    )
    .trim();

function ofTrx() {
  return [...text.matchAll(/<UnitTestResult\b([^>]*outcome="Failed"[^>]*)>([\s\S]*?)<\/UnitTestResult>/g)].map(([, head, body]) => [
    plain(/testName="([^"]*)"/.exec(head)?.[1] ?? 'a test'),
    `${plain(/<Message>([\s\S]*?)<\/Message>/.exec(body)?.[1] ?? '')}\n${plain(/<StackTrace>([\s\S]*?)<\/StackTrace>/.exec(body)?.[1] ?? '')
      .split('\n')
      .filter((line) => line.includes('/tests/'))
      .slice(0, 1)
      .join('')}`,
  ]);
}

function ofVitest(result) {
  return result.testResults.flatMap((file) =>
    file.status === 'failed' && file.assertionResults.every((test) => test.status !== 'failed')
      ? [[file.name, file.message]]
      : file.assertionResults.filter((test) => test.status === 'failed').map((test) => [test.fullName, test.failureMessages.join('\n')]),
  );
}

function ofPlaywright(result) {
  const within = (suite) => [
    ...(suite.specs ?? [])
      .filter((spec) => !spec.ok)
      .map((spec) => [
        `${spec.file}:${spec.line} ${spec.title}`,
        spec.tests.flatMap((test) => test.results.map((run) => run.error?.message ?? '')).find(Boolean) ?? '',
      ]),
    ...(suite.suites ?? []).flatMap(within),
  ];
  return within(result);
}

function failed() {
  if (text === '') return [];
  if (path.endsWith('.trx')) return ofTrx();
  const result = JSON.parse(text);
  return result.testResults ? ofVitest(result) : ofPlaywright(result);
}

const FEW = 20;
const all = failed();
for (const [name, why] of all.slice(0, FEW)) {
  console.log(`    ${name}`);
  // Colors of a terminal are no part of what is said.
  const lines = why.replace(/\u001b\[\d+m/g, '').split('\n');
  for (const line of lines.map((one) => one.trim()).filter(Boolean).slice(0, 6)) console.log(`      ${line.slice(0, 300)}`);
}
if (all.length > FEW) console.log(`    and ${all.length - FEW} more`);
