/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import { drawingOf, type Mark } from '../../../lib/photoMarks';

interface Props {
  token: string;
  hash: string;
  what: string;
  marks?: readonly Mark[];
}

/** A photo that grows when it is touched, with what was drawn on it; says so when it does not come, and comes when asked for again. */
export function Photo({ token, hash, what, marks = [] }: Props) {
  const src = `/api/customers-pages/estimates/${token}/photos/${hash}`;
  const [tries, setTries] = useState(0);
  const [failed, setFailed] = useState(false);
  const [large, setLarge] = useState(false);
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
    <button
      type="button"
      class={large ? 'photo-view large' : 'photo-view'}
      aria-pressed={large}
      aria-label={`${large ? 'Smaller' : 'Larger'}: photo of ${what}`}
      onClick={() => setLarge(!large)}
    >
      <img loading="lazy" src={tries === 0 ? src : `${src}?again=${tries}`} alt={`Photo: ${what}`} onError={() => setFailed(true)} />
      {marks.length > 0 && (
        <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
          {marks.map((mark, i) => {
            const drawing = drawingOf(mark);
            return 'ring' in drawing ? <ellipse key={i} {...drawing.ring} /> : <path key={i} d={drawing.path} />;
          })}
        </svg>
      )}
    </button>
  );
}
