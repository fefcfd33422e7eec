import type { Schemas } from '../../lib/api';
import { figure } from '../../lib/format';
import { vars } from '../../lib/vars';
import './inspection.css';

interface Props {
  limits: Schemas['PointLimits'];
  unit: string;
  measured: number | null;
  /** What was measured last time; null where nothing was. */
  before?: number | null;
}

/** A measured value on a rule with its limits: how far it is from them, now and last time. */
export function MeasureRule({ limits, unit, measured, before = null }: Props) {
  const marks = (
    [
      ['watch', limits.watch],
      ['due', limits.due],
      ['unsafe', limits.unsafe],
    ] as const
  ).filter((mark): mark is readonly ['watch' | 'due' | 'unsafe', number] => mark[1] !== null);
  const values = [...marks.map(([, at]) => at), measured, before].filter((v): v is number => v !== null);
  if (values.length === 0) return null;
  const [least, most] = [Math.min(...values), Math.max(...values)];
  // Values that lie close together far from zero, as volts do, are drawn where they are.
  const close = least > most * 0.6;
  const top = close ? most + (most - least || 1) : most * 1.25 || 1;
  const low = close ? least - (most - least || 1) : Math.min(0, least);
  const place = (value: number) => `${Math.max(0, Math.min(100, ((value - low) / (top - low)) * 100))}%`;
  const words = [
    measured === null ? '' : `${figure(measured)} ${unit}`,
    ...marks.map(([name, at]) => `${name} at ${figure(at)}`),
    before === null ? '' : `last time ${figure(before)}`,
  ];
  return (
    <div className="measure-rule" role="img" aria-label={words.filter(Boolean).join(', ')}>
      <div className="measure-line" />
      {marks.map(([name, at]) => (
        <span key={name} className={`measure-limit ${name}`} style={vars({ '--at': place(at) })}>
          {figure(at)}
        </span>
      ))}
      {before !== null && <span className="measure-before" style={vars({ '--at': place(before) })} />}
      {measured !== null && <span className="measure-now" style={vars({ '--at': place(measured) })} />}
    </div>
  );
}
