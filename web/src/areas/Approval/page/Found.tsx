/** @jsxImportSource preact */
import { Photo } from './Photo';
import type { Finding } from './talk';

/** What was found, with photos. */
export function Found({ token, findings }: { token: string; findings: Finding[] }) {
  return (
    <section aria-label="What we found">
      <h2>We found</h2>
      {findings.map((finding) => (
        <div class="finding" key={finding.id}>
          {finding.photoHash && <Photo token={token} hash={finding.photoHash} what={finding.text} />}
          <p>
            <b class={finding.rating === 'Unsafe' ? 'stop' : ''}>
              {finding.rating.toLowerCase()}
              {finding.measured && `, ${finding.measured}`}
            </b>
            <br />
            {finding.text}
          </p>
        </div>
      ))}
    </section>
  );
}
