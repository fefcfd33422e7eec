// A small client of Yardstick's API, without packages: Node 20 or newer.
//
//   SHOP=http://127.0.0.1:5080 TOKEN=yard_… node client.mjs orders             open repair orders, oldest last
//   SHOP=… TOKEN=… node client.mjs estimate "Rosa" "Lindqvist" "Front brakes"  begins an estimate without a vehicle
//   SHOP=… TOKEN=… SECRET=hook_… node client.mjs listen 9000                   prints what a webhook tells, and reads it
//
// What each address asks for and answers is on the shop's own page /api-docs.
import { createHmac, randomUUID, timingSafeEqual } from 'node:crypto';
import { createServer } from 'node:http';

const { SHOP, TOKEN, SECRET } = process.env;

/** Asks, or changes something once: without an answer the same change is sent again under the same id. */
async function ask(path, body, id = randomUUID(), tries = 5) {
  const headers = { authorization: `Bearer ${TOKEN}`, ...(body && { 'content-type': 'application/json', 'x-command-id': id }) };
  const request = { method: body ? 'POST' : 'GET', headers, body: body && JSON.stringify(body) };
  let answer;
  try {
    answer = await fetch(new URL(path, SHOP), request);
  } catch (fault) {
    if (tries <= 1) throw fault;
    await new Promise((resolve) => setTimeout(resolve, 1000));
    return ask(path, body, id, tries - 1);
  }
  const read = await answer.json();
  if (!answer.ok) throw new Error(`${answer.status} ${read.code}: ${read.detail}`);
  return read;
}

async function orders() {
  let next = null;
  do {
    const page = await ask(`/api/orders?state=Open${next ? `&before=${next}` : ''}`);
    for (const row of page.rows) console.log(`${row.number}  ${row.customer ?? ''}  ${row.plate ?? ''}`);
    next = page.next;
  } while (next);
}

async function estimate(firstName, lastName, title) {
  const made = await ask('/api/orders', { customer: { firstName, lastName }, withoutVehicle: true, jobs: [title] });
  console.log(`Order ${made.number}: ${new URL(`/orders/${made.id}`, SHOP)}`);
}

/** True where a message is from the shop, whole, and not older than five minutes. */
function genuine(headers, body) {
  const { 'webhook-id': id, 'webhook-timestamp': seconds, 'webhook-signature': given } = headers;
  if (!id || !given || !(Math.abs(Date.now() / 1000 - Number(seconds)) < 300)) return false;
  const wanted = `v1,${createHmac('sha256', SECRET).update(`${id}.${seconds}.${body}`).digest('base64')}`;
  return given.length === wanted.length && timingSafeEqual(Buffer.from(given), Buffer.from(wanted));
}

function listen(port) {
  const known = new Set(); // a message that comes twice has the same id
  createServer(async (request, response) => {
    let body = '';
    for await (const chunk of request) body += chunk;
    const good = genuine(request.headers, body);
    response.writeHead(good ? 204 : 401).end();
    const told = good ? JSON.parse(body) : null;
    if (!told || known.has(told.id)) return;
    known.add(told.id);
    console.log(`${told.event} ${told.about}`);
  }).listen(port, () => console.log(`Listening on ${port}`));
}

const commands = { orders, estimate, listen };
const [command, ...rest] = process.argv.slice(2);
if (!commands[command] || !SHOP || !TOKEN) {
  console.error('Set SHOP and TOKEN, then: client.mjs orders | estimate FIRST LAST TITLE | listen PORT');
  process.exit(2);
}
await commands[command](...rest);
