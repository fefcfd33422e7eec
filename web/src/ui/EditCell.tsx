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
  /** A refusal of this code is put as a question: with this label it is kept all the same. */
  sure?: { code: string; label: string; commit: (text: string) => Promise<unknown> };
  /** A figure that tells why it is what it is, on the key W. */
  why?: () => void;
  /** Goes to other cells by arrows and Enter; without it, up and down go through the column. */
  move?: (from: HTMLElement, to: 'up' | 'down' | 'left' | 'right' | 'enter', col: string) => boolean;
}

/** Goes to the cell of the same column in the next or previous row. */
function goTo(from: HTMLElement, to: string, col: string): boolean {
  if (to === 'left' || to === 'right') return false;
  const cells = [...(from.closest('[data-grid]')?.querySelectorAll<HTMLElement>(`[data-col="${col}"]`) ?? [])];
  const next = cells[cells.indexOf(from) + (to === 'up' ? -1 : 1)];
  next?.focus();
  return next !== undefined;
}

const ARROWS: Record<string, 'up' | 'down' | 'left' | 'right'> = {
  ArrowUp: 'up',
  ArrowDown: 'down',
  ArrowLeft: 'left',
  ArrowRight: 'right',
};

/** A cell that is edited in place. What was typed is kept on leaving it; what is refused stays, with its reason. */
export function EditCell(props: Props) {
  const { label, value, commit, col, className, disabled, placeholder, title, why, wrong, autoFocus, multiline, sure, move = goTo } = props;
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const [refused, setProblem] = useState<{ text: string; code: string } | null>(null);
  const problem = refused?.text ?? (draft === null ? wrong : null) ?? null;
  // Some refusals are questions: it can be kept all the same.
  const asked = [
    { code: 'edit.conflict', yes: 'Use mine', no: 'Keep theirs', commit },
    sure && { code: sure.code, yes: sure.label, no: 'Cancel', commit: sure.commit },
  ].find((question) => question && question.code === refused?.code);
  const escaped = useRef(false);
  // What was begun on one state of the cell is not sent as if it had been begun on a later one.
  const begun = useRef(commit);
  const Tag: ElementType = multiline ? 'textarea' : 'input';
  const keep = async (as: (text: string) => Promise<unknown> = begun.current) => {
    if (escaped.current || draft === null || draft === value) {
      escaped.current = false;
      setDraft(null);
      setProblem(null);
      return;
    }
    const sent = draft;
    try {
      await as(sent);
      setProblem(null);
      setDraft((now) => (now === sent ? null : now));
    } catch (error) {
      setProblem({ text: error instanceof Problem ? error.message : sentence(error), code: error instanceof Problem ? error.code : '' });
    }
  };
  return (
    <div className={`cell ${className ?? ''}`}>
      <Tag
        aria-label={label}
        data-col={col}
        // Its own undo, that of typing, goes first while there is a draft.
        data-draft={draft === null ? undefined : ''}
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
          if (draft === null) begun.current = commit;
          setDraft(event.target.value);
          setProblem(null);
        }}
        onBlur={() => void keep()}
        onKeyDown={(event: KeyboardEvent<HTMLInputElement & HTMLTextAreaElement>) => {
          const plain = !event.ctrlKey && !event.metaKey && !event.altKey && !event.shiftKey;
          const arrow = ARROWS[event.key];
          if (event.key === 'Escape') {
            escaped.current = true;
            event.currentTarget.blur();
          } else if (why && event.key.toLowerCase() === 'w' && draft === null && plain) {
            event.preventDefault();
            why();
          } else if (event.key === 'F2') {
            // The caret goes to the end of what stands there, to correct it.
            event.preventDefault();
            const end = event.currentTarget.value.length;
            event.currentTarget.setSelectionRange(end, end);
          } else if (event.key === 'Enter' && !event.ctrlKey && !multiline) {
            event.preventDefault();
            if (!(col && move(event.currentTarget, 'enter', col))) event.currentTarget.blur();
          } else if (col && arrow && plain && !multiline) {
            const input = event.currentTarget;
            const aside = arrow === 'left' || arrow === 'right';
            // While typing, left and right stay in the text.
            if (aside && (draft !== null || input.selectionStart !== 0 || input.selectionEnd !== input.value.length)) return;
            if (move(input, arrow, col) || !aside) event.preventDefault();
          }
        }}
      />
      {problem && (
        <div className="says" id={id} role="alert">
          {problem}
          {asked && (
            <span className="asks">
              <button onMouseDown={(event) => event.preventDefault()} onClick={() => void keep(asked.commit)}>
                {asked.yes}
              </button>
              <button
                onMouseDown={(event) => event.preventDefault()}
                onClick={() => {
                  setDraft(null);
                  setProblem(null);
                }}
              >
                {asked.no}
              </button>
            </span>
          )}
        </div>
      )}
    </div>
  );
}
