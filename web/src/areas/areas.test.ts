/// <reference types="node" />
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { describe, expect, it } from 'vitest';

const SRC = join(import.meta.dirname, '..');
const IMPORT = /(?:from|import)\s*\(?\s*['"](\.[^'"]+)/g;

/** What files import within `src`, as pairs of places. */
function imports(): { from: string; to: string }[] {
  const files = readdirSync(SRC, { recursive: true, encoding: 'utf8' }).filter((f) => /\.tsx?$/.test(f));
  return files.flatMap((from) =>
    [...readFileSync(join(SRC, from), 'utf8').matchAll(IMPORT)].map((m) => ({ from, to: normalize(join(dirname(from), m[1]!)) })),
  );
}

const area = (place: string) => (place.startsWith('areas/') ? place.split('/')[1]! : null);

describe('areas', () => {
  it('use one another only as docs/areas.md writes it down', () => {
    const page = readFileSync(join(SRC, '../../docs/areas.md'), 'utf8').split('## Web')[1]!;
    const written = page
      .split('\n')
      .filter((l) => l.includes('→'))
      .flatMap((l) =>
        l
          .split('→')[1]!
          .trim()
          .split(' ')
          .map((to) => `${l.split('→')[0]!.trim()} → ${to}`),
      );
    const found = new Set(
      imports()
        .map(({ from, to }) => [area(from), area(to)])
        .filter(([a, b]) => a && b && a !== b)
        .map(([a, b]) => `${a} → ${b}`),
    );
    expect([...found].sort()).toEqual(written.sort());
  });

  it('are used by app and entries only, not by lib or ui', () => {
    expect(imports().filter(({ from, to }) => /^(lib|ui)\//.test(from) && /^(areas|app)\//.test(to))).toEqual([]);
    expect(imports().filter(({ from, to }) => area(from) && to.startsWith('app/'))).toEqual([]);
  });
});
