import { useId, type InputHTMLAttributes, type RefObject } from 'react';

interface Props extends Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange'> {
  label: string;
  value: string;
  onText: (text: string) => void;
  problem?: string;
  hint?: string;
  inputRef?: RefObject<HTMLInputElement | null>;
}

/** A field with its label above and its problem, in a sentence, below. */
export function Labelled({ label, value, onText, problem, hint, inputRef, ...rest }: Props) {
  const own = useId();
  const id = rest.id ?? own;
  const below = problem ?? hint;
  return (
    <div className="labelled">
      <span>
        <label htmlFor={id}>{label}</label>
      </span>
      <input
        ref={inputRef}
        value={value}
        onChange={(event) => onText(event.target.value)}
        aria-invalid={problem !== undefined}
        aria-describedby={below ? `${id}-below` : undefined}
        autoComplete="off"
        {...rest}
        id={id}
      />
      {below && (
        <div id={`${id}-below`} className={problem ? 'field-problem' : 'soft small'} role={problem ? 'alert' : undefined}>
          {below}
        </div>
      )}
    </div>
  );
}
