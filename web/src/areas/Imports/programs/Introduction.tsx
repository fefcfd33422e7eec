import styles from './docs.module.css';

const READ = `curl -H "Authorization: Bearer yard_…" ${'$'}SHOP/api/orders?state=Open`;
const CHANGE = `curl -X POST ${'$'}SHOP/api/orders \\
  -H "Authorization: Bearer yard_…" -H "Content-Type: application/json" \\
  -H "X-Command-Id: 6f1c2f5e-0d0a-4f5b-9a43-0f4f6d3c7b11" \\
  -d '{"customer": {"firstName": "Rosa", "lastName": "Lindqvist"}, "withoutVehicle": true,
       "jobs": ["Estimate for front brakes"]}'`;
const MESSAGE = `POST /hooks
webhook-id: 0b6f…            the same when a message comes twice
webhook-timestamp: 1796010000
webhook-signature: v1,K5o…=

{"id":"0b6f…","event":"invoice.posted","at":"2026-11-30T15:04:05Z","about":"/api/invoices/812"}`;
const CHECK = `signature = "v1," + base64(hmac_sha256(secret, id + "." + timestamp + "." + body))`;

/** How a program gets in, changes something once, and is told. */
export function Introduction() {
  return (
    <section aria-label="How it works" className={styles.introduction}>
      <h2>How it works</h2>
      <p>
        A program comes in with an access token, made under Setup, Other programs. It acts in the name of whoever made it, with the rights
        that were chosen, and stands in the record under that name. Each address below says which right it asks for.
      </p>
      <pre tabIndex={0}>{READ}</pre>
      <p>
        <b>Changes happen once.</b> Every change carries a new UUID as <code>X-Command-Id</code>. When no answer came, send the same again
        with the same id: it is answered as before, and nothing is done twice. The same id with another body is refused.
      </p>
      <pre tabIndex={0}>{CHANGE}</pre>
      <p>
        <b>Refusals</b> are <code>application/problem+json</code> (RFC 9457) with a <code>code</code>, a sentence in <code>detail</code>,
        and the <code>field</code> that it is about. 401 is a token that does not count, 403 a right that it has not, 409 something that
        changed meanwhile, 422 what the shop’s rules refuse, 429 too much at once.
      </p>
      <p>
        <b>Figures.</b> Amounts are numbers with cents as decimals. A <i>moment</i> is UTC, a <i>wall time</i> is the shop’s own, a{' '}
        <i>day</i> is a date without a time. Lists come in pages; what continues them stands in the answer.
      </p>
      <p>
        <b>Webhooks</b> tell a program when something happens. A message says what and where to read it; it is sent until it is answered
        with a status of the two hundreds, seven times in a day and a half. Refuse what is older than five minutes or signed otherwise:
      </p>
      <pre tabIndex={0}>{MESSAGE}</pre>
      <pre tabIndex={0}>{CHECK}</pre>
    </section>
  );
}
