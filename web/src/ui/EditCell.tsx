import { useId, useRef, useState, type ChangeEvent, type ElementType, type FocusEvent, type KeyboardEvent } from 'react';
import { Problem, sentence } from '../lib/api';

interface Props {
  label: string;
  value: string;
  commit: (text: string) => Promise<unknown>;
  /** Cells of one column answer to arrow up and down. */
  col?: string;
  className?: string;
  disabled?: boolean;
  placeholder?: string;
  title?: string;
  /** What is wrong with what is kept, where that is known from elsewhere. */
  wrong?: string;
  autoFocus?: boolean;
  /** Several lines: Enter begins the next one. */
  multiline?: boolean;
  /** A figure that tells why it is what it is, on the key W. */
  why?: () => void;
}

/** Goes to the cell of the same column in the next or previous row. */
function goTo(from: HTMLElement, col: string, step: number): boolean {
  const cells = [...(from.closest('[data-grid]')?.querySelectorAll<HTMLElement>(`[data-col="${col}"]`) ?? [])];
  const next = cells[cells.indexOf(from) + step];
  next?.focus();
  return next !== undefined;
}

/** A cell that is edited in place. What was typed is kept on leaving it; what is refused stays, with its reason. */
export function EditCell({ label, value, commit, col, className, disabled, placeholder, title, why, wrong, autoFocus, multiline }: Props) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const [refused, setProblem] = useState<string | null>(null);
  const problem = refused ?? (draft === null ? wrong : null) ?? null;
  const escaped = useRef(false);
  const Tag: ElementType = multiline ? 'textarea' : 'input';
  const keep = async () => {
    if (escaped.current || draft === null || draft === value) {
      escaped.current = false;
      setDraft(null);
      setProblem(null);
      return;
    }
    const sent = draft;
    try {
      await commit(sent);
      setProblem(null);
      setDraft((now) => (now === sent ? null : now));
    } catch (error) {
      setProblem(error instanceof Problem ? error.message : sentence(error));
    }
  };
  return (
    <div className={`cell ${className ?? ''}`}>
      <Tag
        aria-label={label}
        data-col={col}
        value={draft ?? value}
        disabled={disabled}
        placeholder={placeholder}
        title={title}
        autoComplete="off"
        autoFocus={autoFocus}
        aria-invalid={problem !== null}
        aria-describedby={problem ? id : undefined}
        rows={multiline ? Math.max(2, (draft ?? value).split('\n').length) : undefined}
        onFocus={(event: FocusEvent<HTMLInputElement & HTMLTextAreaElement>) => !multiline && event.target.select()}
        onChange={(event: ChangeEvent<HTMLInputElement & HTMLTextAreaElement>) => {
          setDraft(event.target.value);
          setProblem(null);
        }}
        onBlur={() => void keep()}
        onKeyDown={(event: KeyboardEvent<HTMLInputElement & HTMLTextAreaElement>) => {
          if (event.key === 'Escape') {
            escaped.current = true;
            event.currentTarget.blur();
          } else if (why && event.key.toLowerCase() === 'w' && !event.ctrlKey && !event.metaKey) {
            event.preventDefault();
            why();
          } else if (event.key === 'Enter' && !event.ctrlKey && !multiline) {
            event.preventDefault();
            if (!(col && goTo(event.currentTarget, col, 1))) event.currentTarget.blur();
          } else if (col && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
            event.preventDefault();
            goTo(event.currentTarget, col, event.key === 'ArrowDown' ? 1 : -1);
          }
        }}
      />
      {problem && (
        <div className="says" id={id} role="alert">
          {problem}
        </div>
      )}
    </div>
  );
}
