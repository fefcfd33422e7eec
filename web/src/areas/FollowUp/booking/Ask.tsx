/** @jsxImportSource preact */
import { useRef, useState } from 'preact/hooks';
import type { Refused } from '../../Approval/page/talk';
import { newId, question } from './talk';
import { TypedField } from './TypedField';

const FIELDS = [
  ['words', 'Your question', 'off'],
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
  return (
    <form aria-label="Ask us" onSubmit={(event) => void send(event)} noValidate>
      <h2>Ask us</h2>
      {FIELDS.map(([field, label, fill]) => (
        <TypedField
          key={field}
          id={`ask-${field}`}
          label={label}
          value={typed[field]}
          fill={fill}
          long={field === 'words'}
          wrong={problem?.field === field ? problem.words : ''}
          onText={(text) => set(field, text)}
        />
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
