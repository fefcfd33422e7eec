import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

const src = fileURLToPath(new URL('..', import.meta.url));

/** Classes that a style sheet defines by themselves, outside of what is only for printing. */
function classesOf(css: string): string[] {
  const plain = css.replace(/\/\*[\s\S]*?\*\//g, '').replace(/@media[^{]*\{(?:[^{}]*\{[^{}]*\})*[^{}]*\}/g, '');
  return [...plain.matchAll(/([^{}]+)\{/g)]
    .flatMap((rule) => rule[1]!.split(',').map((selector) => selector.trim()))
    .filter((selector) => /^\.[\w-]+$/.test(selector));
}

// A style sheet that was fetched once stays, whatever page comes after it: what two areas call by the same name looks right only until the
// other one was visited. Customers' pages are an entry of their own.
it('no class is defined by two areas', () => {
  const places = new Map<string, Set<string>>();
  for (const file of readdirSync(src, { recursive: true, encoding: 'utf8' }).filter(
    // A module's names are its own.
    (name) => name.endsWith('.css') && !name.endsWith('.module.css') && !name.startsWith('areas/Approval/page'),
  )) {
    const area = file
      .split(/[\\/]/)
      .slice(0, file.startsWith('areas') ? 2 : 1)
      .join('/');
    for (const name of classesOf(readFileSync(`${src}${file}`, 'utf8'))) places.set(name, (places.get(name) ?? new Set()).add(area));
  }
  expect(places.size).toBeGreaterThan(100);
  expect([...places].filter(([, areas]) => areas.size > 1).map(([name, areas]) => `${name}: ${[...areas].join(', ')}`)).toEqual([]);
});
