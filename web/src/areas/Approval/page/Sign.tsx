/** @jsxImportSource preact */
import { useEffect, useRef, useState } from 'preact/hooks';
import type SignaturePad from 'signature_pad';

interface Props {
  name: string;
  onName: (name: string) => void;
  /** Jobs without an answer. */
  unanswered: number;
  sending: boolean;
  problem: string;
  terms: string;
  onSend: (signaturePng: string, note: string) => void;
}

/** Name, signature, and the one button that sends the answer. */
export function Sign({ name, onName, unanswered, sending, problem, terms, onSend }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const [note, setNote] = useState('');
  const [typed, setTyped] = useState(false);
  const [missing, setMissing] = useState('');
  useEffect(() => {
    const at = canvas.current;
    if (!at || typed) return;
    at.width = at.clientWidth;
    at.height = at.clientHeight;
    // Fetched when the page stands already: the first view is there without it.
    void import('signature_pad').then(({ default: Pad }) => {
      pad.current = new Pad(at, { penColor: '#1E272B', minWidth: 0.8, maxWidth: 2.4 });
    });
    return () => pad.current?.off();
  }, [typed]);
  const send = () => {
    if (unanswered > 0) return setMissing(unanswered === 1 ? 'One job has no answer yet.' : `${unanswered} jobs have no answer yet.`);
    if (name.trim() === '') return setMissing('Enter your name.');
    if (!typed && (!pad.current || pad.current.isEmpty())) return setMissing('Sign in the box, or use your typed name.');
    setMissing('');
    onSend((typed ? drawn(name) : canvas.current!.toDataURL('image/png')).replace('data:image/png;base64,', ''), note);
  };
  const words = missing || problem;
  return (
    <section aria-label="Signature">
      <h2>Sign and send</h2>
      <label>
        Your name
        <input value={name} autoComplete="name" maxLength={120} onInput={(event) => onName(event.currentTarget.value)} />
      </label>
      {typed ? (
        <p class="typed" aria-label="Your signature">
          {name || ' '}
        </p>
      ) : (
        <>
          <span>Sign here</span>
          <canvas ref={canvas} class="pad" role="img" aria-label="Signature box" />
        </>
      )}
      <p class="row">
        <button class="link" onClick={() => setTyped(!typed)}>
          {typed ? 'Sign with a finger instead' : 'Use my typed name instead'}
        </button>
        {!typed && (
          <button class="link" onClick={() => pad.current?.clear()}>
            Clear
          </button>
        )}
      </p>
      <label>
        Anything else (optional)
        <textarea rows={2} maxLength={2000} value={note} onInput={(event) => setNote(event.currentTarget.value)} />
      </label>
      {terms && (
        <details>
          <summary>Terms</summary>
          <p class="small soft pre">{terms}</p>
        </details>
      )}
      {words && (
        <p class="stop" role="alert">
          {words}
        </p>
      )}
      <button class="send" disabled={sending} onClick={send}>
        {sending ? 'Sending…' : 'Send my answer'}
      </button>
    </section>
  );
}

/** A typed name as a picture. */
function drawn(name: string): string {
  const canvas = document.createElement('canvas');
  canvas.width = 480;
  canvas.height = 120;
  const pen = canvas.getContext('2d')!;
  pen.fillStyle = '#1E272B';
  pen.font = 'italic 40px Barlow, sans-serif';
  pen.fillText(name, 20, 75, 440);
  return canvas.toDataURL('image/png');
}
