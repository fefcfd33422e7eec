/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import { talk, type Refused } from './talk';

/** A question to the shop; the answer comes by text or telephone. */
export function Ask({ token, phone }: { token: string; phone: string }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [told, setTold] = useState('');
  const [busy, setBusy] = useState(false);
  const send = () => {
    if (busy) return;
    setBusy(true);
    talk(token, '/question', { text })
      .then(
        () => {
          setText('');
          setOpen(false);
          setTold('We got your question. We will text or call you back.');
        },
        (error: Refused) => setTold(error.message),
      )
      .finally(() => setBusy(false));
  };
  return (
    <section aria-label="A question">
      {open ? (
        <>
          <label>
            Your question
            <textarea rows={3} maxLength={2000} value={text} onInput={(event) => setText(event.currentTarget.value)} />
          </label>
          <button class="plain" disabled={busy || text.trim() === ''} onClick={send}>
            Send the question
          </button>
        </>
      ) : (
        <button class="plain" onClick={() => setOpen(true)}>
          {phone ? 'Ask a question first' : 'Ask a question'}
        </button>
      )}
      {told && <p role="status">{told}</p>}
    </section>
  );
}
