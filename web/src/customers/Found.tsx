/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import type { Finding } from './talk';

/** What was found, with photos. */
export function Found({ token, findings }: { token: string; findings: Finding[] }) {
  return (
    <section aria-label="What we found">
      <h2>We found</h2>
      {findings.map((finding) => (
        <div class="finding" key={finding.id}>
          {finding.photoHash && <Photo src={`/api/customers-pages/estimates/${token}/photos/${finding.photoHash}`} what={finding.text} />}
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

/** A photo that says so when it does not come, and comes when it is asked for again. */
function Photo({ src, what }: { src: string; what: string }) {
  const [tries, setTries] = useState(0);
  const [failed, setFailed] = useState(false);
  if (failed) {
    return (
      <button
        class="photo plain"
        onClick={() => {
          setFailed(false);
          setTries(tries + 1);
        }}
      >
        The photo did not load. Try again
      </button>
    );
  }
  return (
    <a href={src} target="_blank" rel="noreferrer">
      <img class="photo" loading="lazy" src={tries === 0 ? src : `${src}?again=${tries}`} alt={`Photo: ${what}`} onError={() => setFailed(true)} />
    </a>
  );
}
