/* Keeps the bench working without the shop's server: its pages, and the cars and inspections of whoever is signed in on this device. */
const SHELL = 'bench-shell';
const DATA = 'bench-data';
/** What is kept of the shop without a connection; no customer's phone, address or amount is among it. */
const KEPT = /^\/api\/(welcome|session|shop|bench|bench\/orders\/\d+|inspections\/\d+|photos\/[0-9a-f]{64}|drawings\/[\w-]+)$/;
/** How long it may be looked at after the shop was last heard, in milliseconds. */
const LONGEST = 24 * 3_600_000;
const HEARD = '/heard';
const PAGE = '/bench';

/** A device that gives no room. */
const NOTHING = { match: async () => undefined, put: async () => undefined, delete: async () => false };
const open = (name) => caches.open(name).catch(() => NOTHING);
/** Keeps an answer. Without room for it the device works as long as the shop answers, and shows nothing older later on. */
const keep = (cache, key, answer) => cache.put(key, answer).catch(() => cache.delete(key).catch(() => false));

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

// Files that the page had before this worker was there.
self.addEventListener('message', (event) => {
    if (event.data?.files) event.waitUntil(keepFiles(event.data.files));
});

async function keepFiles(files) {
    const cache = await open(SHELL);
    for (const file of files) {
        const url = new URL(file, self.location.origin);
        if (url.origin !== self.location.origin || url.pathname.startsWith('/api/') || (await cache.match(url))) continue;
        const answer = await fetch(url).catch(() => null);
        if (answer?.ok) await keep(cache, url, answer);
    }
}

self.addEventListener('fetch', (event) => {
    const { request } = event;
    const url = new URL(request.url);
    if (request.method !== 'GET' || url.origin !== self.location.origin) return;
    // Documents, and pages of customers, are no page of the program.
    if (request.mode === 'navigate') {
        if (!/^\/(api|approve|documents|join)\//.test(url.pathname)) event.respondWith(page(request));
    } else if (KEPT.test(url.pathname)) event.respondWith(data(request, url));
    else if (url.pathname.startsWith('/assets/')) event.respondWith(file(request));
});

async function page(request) {
    const cache = await open(SHELL);
    try {
        const answer = await fetch(request);
        if (answer.ok) await keep(cache, PAGE, answer.clone());
        return answer;
    } catch (error) {
        const kept = await cache.match(PAGE);
        if (kept) return kept;
        throw error;
    }
}

async function file(request) {
    const cache = await open(SHELL);
    const kept = await cache.match(request);
    if (kept) return kept;
    const answer = await fetch(request);
    if (answer.ok) await keep(cache, request, answer.clone());
    return answer;
}

async function data(request, url) {
    const cache = await open(DATA);
    let answer;
    try {
        answer = await fetch(request);
    } catch (error) {
        const heard = await cache.match(HEARD);
        if (!heard || Date.now() - Number(await heard.text()) > LONGEST) {
            await caches.delete(DATA);
            throw error;
        }
        const kept = await cache.match(url.pathname);
        if (kept) return kept;
        throw error;
    }
    // Signed out, or the device was withdrawn: nothing of the shop stays.
    if (answer.status === 401) await caches.delete(DATA);
    else if (answer.ok) {
        await keep(cache, url.pathname, answer.clone());
        await keep(cache, HEARD, new Response(String(Date.now())));
    }
    return answer;
}
