interface Props<T extends string> {
  label: string;
  value: T;
  choices: readonly (readonly [T, string])[];
  onChange: (value: T) => void;
  large?: boolean;
}

/** A choice among a few, all in sight. */
export function SegmentedControl<T extends string>({ label, value, choices, onChange, large }: Props<T>) {
  return (
    <div className={`segments ${large ? 'large' : ''}`} role="radiogroup" aria-label={label}>
      {choices.map(([key, words], i) => (
        <button
          key={key}
          type="button"
          role="radio"
          aria-checked={key === value}
          tabIndex={key === value ? 0 : -1}
          onClick={() => onChange(key)}
          onKeyDown={(event) => {
            const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? choices.length - 1 : 0;
            if (!step) return;
            event.preventDefault();
            const next = choices[(i + step) % choices.length]!;
            onChange(next[0]);
            (event.currentTarget.parentElement?.children[(i + step) % choices.length] as HTMLElement).focus();
          }}
        >
          {words}
        </button>
      ))}
    </div>
  );
}
