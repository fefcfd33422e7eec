import { vars } from '../lib/vars';

/** A measure from 0 to 1, drawn as a folding rule; with its words for those who can't see it. */
export function Gauge({ value, label, faint }: { value: number; label: string; faint?: boolean }) {
  const percent = Math.max(0, Math.min(1, value)) * 100;
  return (
    <div className="rule" role="img" aria-label={label}>
      <div className="fill" style={vars({ '--to': `${percent}%` })} />
      <div className={`ticks ${faint ? 'faint' : ''}`} />
    </div>
  );
}
