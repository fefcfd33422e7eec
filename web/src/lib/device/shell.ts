const WORKER = '/bench-worker.js';
/** The whole site: a page that was opened elsewhere and went to the bench is looked after as well. */
const SCOPE = '/';
const PAGE = '/bench';
const DATA = 'bench-data';

/** Keeps the bench on this device, so that it works without the shop's server; what the page has loaded already is kept as well. */
export async function keepBench(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  try {
    const registration = await navigator.serviceWorker.register(WORKER, { scope: SCOPE });
    const worker = registration.active ?? registration.waiting ?? registration.installing;
    const files = performance
      .getEntriesByType('resource')
      .map((entry) => entry.name)
      .filter((name) => new URL(name).pathname.startsWith('/assets/'));
    worker?.postMessage({ files });
    // The page itself, as it will be opened.
    await caches.open('bench-shell').then((cache) => cache.add(PAGE));
  } catch {
    // A browser that keeps nothing works as long as the shop answers.
  }
}

/** Whoever leaves takes what is kept of the shop off this device; what was entered and not sent stays until it is. */
export async function forgetBench(): Promise<void> {
  if ('caches' in window) await caches.delete(DATA);
}
