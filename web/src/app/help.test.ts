/// <reference types="node" />
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { HELP, helpFor } from './help';

describe('help', () => {
  const app = readFileSync(join(import.meta.dirname, 'App.tsx'), 'utf8');
  // Routes of Setup stand between its own and the next one outside.
  const [before, rest] = app.split('<Route path="setup"') as [string, string];
  const [setup, after] = rest.split('<Route path="invoices') as [string, string];
  const paths = (text: string, prefix: string) =>
    [...text.matchAll(/path="([^"*]+)"/g)].map((m) => `${prefix}${m[1]}`.replace('/setup/:id', '/setup/canned-jobs/:id'));
  const people = (path: string) => (path === '/setup/:id' ? '/setup/people/:id' : path);
  // Those of Parts stand within its own.
  const [shop, inParts] = before.split('<Route path="parts"') as [string, string];
  const [parts, others] = inParts.split('</Route>') as [string, string];
  const routes = [
    '/parts',
    ...paths(shop + others, '/'),
    ...paths(parts.slice(1), '/parts/'),
    ...paths(setup, '/setup/').map(people),
    '/invoices/:id',
  ].filter((route) => !route.startsWith('/join'));

  it('is there for every page', () => {
    expect(after).toBeTruthy();
    expect(routes.length).toBeGreaterThan(20);
    const missing = routes.filter((route) => !helpFor(route.replace(':id?', '7').replace(':id', '7')));
    expect(missing).toEqual([]);
  });

  it('says what for, in what order, and three slips', () => {
    for (const [route, help] of Object.entries(HELP)) {
      expect(help.purpose, route).toMatch(/\.$/);
      expect(help.steps.length, route).toBe(3);
      expect(help.slips.length, route).toBe(3);
    }
  });
});
