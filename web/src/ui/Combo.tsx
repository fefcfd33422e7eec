import { useEffect, useId, useLayoutEffect, useRef, useState, type ReactNode, type RefObject } from 'react';
import styles from './Combo.module.css';
import { vars } from '../lib/vars';

export interface Choice {
  key: string;
  kind: string;
  content: ReactNode;
  take: () => void;
}

interface Props {
  label: string;
  placeholder?: string;
  text: string;
  onText: (text: string) => void;
  choices: Choice[];
  /** Shown below when nothing fits. */
  none?: string;
  inputRef?: RefObject<HTMLInputElement | null>;
  className?: string;
  clearOnTake?: boolean;
  /** True while the choices are those of an earlier text; Enter then waits for the ones that were meant. */
  pending?: boolean;
  /** What Enter takes that was pressed while pending, once the answer is there; the first without it. */
  meant?: Choice;
  children?: ReactNode;
  autoFocus?: boolean;
  /** What is typed counts by itself: nothing is chosen until an arrow chooses it, and Enter keeps the text. */
  free?: { onEnter: () => void; onEscape?: () => void };
  id?: string;
  disabled?: boolean;
  invalid?: boolean;
  onLeave?: () => void;
  /** The answers stand there before anything is typed. */
  openAtOnce?: boolean;
  /** Being focused opens nothing while it is empty: what was just added below it stays in sight. A key or a click opens it. */
  staysShut?: boolean;
  /** Stands below the answers: what is still being asked, what does not answer. */
  foot?: ReactNode;
  /** Called with Delete on a chosen answer. */
  onDelete?: (choice: Choice) => void;
}

const ENOUGH = 270;
const MOST = 420;

/** What scrolls around an element and would cut off what hangs out of it. */
function scrollerOf(element: HTMLElement | null): HTMLElement | null {
  for (let at = element?.parentElement ?? null; at; at = at.parentElement) {
    if (/auto|scroll|hidden/.test(getComputedStyle(at).overflowY)) return at;
  }
  return null;
}

/** A field whose answers drop down while typing: arrows, Enter, Esc. */
export function Combo({
  label,
  placeholder,
  text,
  onText,
  choices,
  none,
  inputRef,
  className,
  clearOnTake = true,
  pending = false,
  meant,
  children,
  autoFocus,
  free,
  id: inputId,
  disabled,
  invalid,
  onLeave,
  onDelete,
  foot,
  openAtOnce = false,
  staysShut = false,
}: Props) {
  const id = useId();
  const start = free ? -1 : 0;
  const own = useRef<HTMLInputElement>(null);
  const ref = inputRef ?? own;
  const [open, setOpen] = useState(openAtOnce);
  const byItself = useRef(autoFocus ?? false);
  // Left for a moment only, it stays open.
  const leaving = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [at, setAt] = useState(start);
  const list = useRef<HTMLDivElement>(null);
  // What an arrow chose stays chosen, wherever it stands once further answers have joined.
  const [chosen, setChosen] = useState<string | null>(null);
  const found = chosen === null ? -1 : choices.findIndex((choice) => choice.key === chosen);
  const active = found >= 0 ? found : Math.min(at, Math.max(start, choices.length - 1));
  const shown = open && (choices.length > 0 || (none !== undefined && text.trim().length > 0));

  const [waiting, setWaiting] = useState(false);
  const first = choices[0];
  const wanted = meant ?? first;
  // The same with the one that stands chosen by itself: Enter takes what was seen to be chosen, not what came in between.
  const firstKey = shown && !pending && start === 0 ? (first?.key ?? null) : null;
  useEffect(() => {
    if (firstKey !== null) setChosen((now) => now ?? firstKey);
  }, [firstKey]);
  useEffect(() => {
    if (!waiting || pending) return;
    setWaiting(false);
    if (wanted) takeRef.current(wanted);
  }, [waiting, pending, wanted]);

  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' });
  }, [active, shown]);

  // Where there is little room below, the list stands above; it is never taller than its room.
  const [room, setRoom] = useState<{ up: boolean; height: number } | null>(null);
  useLayoutEffect(() => {
    if (!shown) return;
    const field = ref.current?.getBoundingClientRect();
    if (!field) return;
    const frame = scrollerOf(ref.current)?.getBoundingClientRect() ?? new DOMRect(0, 0, window.innerWidth, window.innerHeight);
    const below = Math.min(frame.bottom, window.innerHeight) - field.bottom - 6;
    const above = field.top - Math.max(frame.top, 0) - 6;
    const up = below < ENOUGH && above > below;
    setRoom({ up, height: Math.max(90, Math.min(MOST, up ? above : below)) });
  }, [shown, ref]);

  const take = (choice: Choice) => {
    setOpen(false);
    setAt(start);
    setChosen(null);
    if (clearOnTake) onText('');
    choice.take();
  };

  const takeRef = useRef(take);
  useEffect(() => {
    takeRef.current = take;
  });

  return (
    <div className={`${className} ${styles.combo}`}>
      <input
        ref={ref}
        id={inputId}
        disabled={disabled}
        aria-invalid={invalid}
        value={text}
        autoFocus={autoFocus}
        placeholder={placeholder}
        role="combobox"
        aria-label={label}
        aria-expanded={shown}
        aria-controls={`${id}-list`}
        aria-activedescendant={shown && choices[active] ? `${id}-${active}` : undefined}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => {
          onText(event.target.value);
          setWaiting(false);
          setOpen(true);
          setAt(start);
          setChosen(null);
        }}
        onFocus={() => {
          clearTimeout(leaving.current);
          // Being focused with the page opens nothing: the list would lie over what is below it.
          if (byItself.current) byItself.current = false;
          else if (!staysShut || text !== '') setOpen(true);
        }}
        onMouseDown={() => setOpen(true)}
        onBlur={() => {
          leaving.current = setTimeout(() => setOpen(false), 120);
          onLeave?.();
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
            if (choices.length === 0) return;
            event.preventDefault();
            setOpen(true);
            const next =
              (Math.max(active, event.key === 'ArrowDown' ? -1 : 0) + (event.key === 'ArrowDown' ? 1 : choices.length - 1)) %
              choices.length;
            setAt(next);
            setChosen(choices[next]!.key);
          } else if (event.key === 'Enter' && free && !(shown && choices[active])) {
            if (event.ctrlKey) return;
            event.preventDefault();
            setOpen(false);
            free.onEnter();
          } else if (event.key === 'Delete' && onDelete && shown && choices[active]) {
            event.preventDefault();
            onDelete(choices[active]);
          } else if (event.key === 'Enter' && pending && text.trim().length > 0 && at === 0 && chosen === null) {
            event.preventDefault();
            setWaiting(true);
          } else if (event.key === 'Enter' && shown && choices[active]) {
            event.preventDefault();
            take(choices[active]);
          } else if (event.key === 'Escape') {
            if (shown) event.preventDefault();
            setOpen(false);
            if (shown) return;
            free?.onEscape?.();
            event.currentTarget.blur();
          }
        }}
      />
      {children}
      {shown && (
        <div
          className={`choices ${room?.up ? 'up' : ''}`}
          style={room ? vars({ '--room': `${room.height}px` }) : undefined}
          role="listbox"
          data-for={pending ? undefined : text}
          id={`${id}-list`}
          aria-label={label}
          ref={list}
        >
          {choices.map((choice, i) => (
            <div
              key={choice.key}
              id={`${id}-${i}`}
              role="option"
              aria-selected={i === active}
              onMouseDown={(event) => {
                event.preventDefault();
                take(choice);
              }}
            >
              <span className="kind">{choice.kind}</span>
              {choice.content}
            </div>
          ))}
          {choices.length === 0 && <div className="none">{none}</div>}
          {foot}
        </div>
      )}
    </div>
  );
}
