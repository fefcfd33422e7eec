/** @jsxImportSource preact */
import { useState } from 'preact/hooks';

/** A photo that says so when it does not come, and comes when it is asked for again. */
export function Photo({ token, hash, what }: { token: string; hash: string; what: string }) {
  const src = `/api/customers-pages/estimates/${token}/photos/${hash}`;
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
      <img
        class="photo"
        loading="lazy"
        src={tries === 0 ? src : `${src}?again=${tries}`}
        alt={`Photo: ${what}`}
        onError={() => setFailed(true)}
      />
    </a>
  );
}
