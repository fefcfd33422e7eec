import { useState, type ReactNode } from 'react';
import { useSay } from './Toasts';

interface Props {
  checked: boolean;
  /** Keeps it; while that is under way the box shows what was chosen. */
  onCheck: (checked: boolean) => Promise<unknown>;
  disabled?: boolean;
  label?: string;
  children?: ReactNode;
  className?: string;
}

/** A box to tick that answers at once, and goes back when what was chosen could not be kept. */
export function Check({ checked, onCheck, disabled, label, children, className = 'row' }: Props) {
  const say = useSay();
  const [chosen, setChosen] = useState<boolean | null>(null);
  // Once it is kept the value itself says so.
  if (chosen === checked) setChosen(null);
  return (
    <label className={className}>
      <input
        type="checkbox"
        aria-label={label}
        checked={chosen ?? checked}
        disabled={disabled}
        onChange={(event) => {
          setChosen(event.target.checked);
          onCheck(event.target.checked).catch((error: unknown) => {
            setChosen(null);
            say.refused(error);
          });
        }}
      />
      {children}
    </label>
  );
}
