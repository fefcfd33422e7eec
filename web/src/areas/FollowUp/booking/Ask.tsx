/** @jsxImportSource preact */
import { useRef, useState } from 'preact/hooks';
import type { Refused } from '../../Approval/page/talk';
import { newId, question } from './talk';

const FIELDS = [
  ['name', 'Your name', 'name'],
  ['phone', 'Mobile phone', 'tel'],
  ['vehicle', 'Year, make and model, if it is about a vehicle', 'off'],
] as const;

const NONE = { name: '', phone: '', vehicle: '', words: '' };

/** Whoever does not know what to book asks. */
export function Ask() {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState(NONE);
  const [busy, setBusy] = useState(false);
  const [told, setTold] = useState('');
  const [problem, setProblem] = useState<{ words: string; field?: string } | null>(null);
  const id = useRef(newId());
  const website = useRef<HTMLInputElement>(null);
  if (told)
    return (
      <p class="good" role="status">
        {told}
      </p>
    );
  if (!open)
    return (
      <p>
        Not sure what you need?{' '}
        <button type="button" class="link" onClick={() => setOpen(true)}>
          Ask us
        </button>
      </p>
    );
  const send = async (event: Event) => {
    event.preventDefault();
    setBusy(true);
    setProblem(null);
    try {
      const { sentence } = await question(id.current, { ...typed, email: '', website: website.current?.value ?? '' });
      setTold(sentence);
    } catch (error) {
      const { message, field } = error as Refused;
      setProblem({ words: message, field });
      document.getElementById(field && field in NONE ? `ask-${field}` : 'ask-problem')?.focus();
    }
    setBusy(false);
  };
  const set = (field: keyof typeof NONE, text: string) => {
    // Another question is another one.
    if (text !== typed[field]) id.current = newId();
    setTyped({ ...typed, [field]: text });
  };
  const wrong = (field: string) =>
    problem?.field === field && (
      <p id={`ask-wrong-${field}`} class="stop wrong" role="alert">
        {problem.words}
      </p>
    );
  return (
    <form aria-label="Ask us" onSubmit={(event) => void send(event)} noValidate>
      <h2>Ask us</h2>
      <label for="ask-words">Your question</label>
      <textarea
        id="ask-words"
        rows={3}
        value={typed.words}
        aria-invalid={problem?.field === 'words'}
        aria-describedby={problem?.field === 'words' ? 'ask-wrong-words' : undefined}
        onInput={(event) => set('words', event.currentTarget.value)}
      />
      {wrong('words')}
      {FIELDS.map(([field, label, fill]) => (
        <div key={field}>
          <label for={`ask-${field}`}>{label}</label>
          <input
            id={`ask-${field}`}
            value={typed[field]}
            autoComplete={fill}
            inputMode={field === 'phone' ? 'tel' : 'text'}
            aria-invalid={problem?.field === field}
            aria-describedby={problem?.field === field ? `ask-wrong-${field}` : undefined}
            onInput={(event) => set(field, event.currentTarget.value)}
          />
          {wrong(field)}
        </div>
      ))}
      <div class="unseen" aria-hidden="true">
        <label for="ask-website">Leave this empty</label>
        <input id="ask-website" ref={website} tabIndex={-1} autoComplete="off" />
      </div>
      {problem && !(problem.field && problem.field in NONE) && (
        <p id="ask-problem" class="stop" role="alert" tabIndex={-1}>
          {problem.words}
        </p>
      )}
      <button class="send" disabled={busy}>
        Send the question
      </button>
    </form>
  );
}
