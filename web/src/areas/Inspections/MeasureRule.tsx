import { figure } from '../../lib/format';
import { ruleOf, type Limits } from '../../lib/measure';
import { vars } from '../../lib/vars';
import './inspection.css';

interface Props {
  limits: Limits;
  unit: string;
  measured: number | null;
  /** What was measured last time; null where nothing was. */
  before?: number | null;
}

/** A measured value on a rule with its limits: how far it is from them, now and last time. */
export function MeasureRule({ limits, unit, measured, before = null }: Props) {
  const rule = ruleOf(limits, [measured, before]);
  if (!rule) return null;
  const words = [
    measured === null ? '' : `${figure(measured)} ${unit}`,
    ...rule.marks.map((mark) => `${mark.name} at ${figure(mark.at)}`),
    before === null ? '' : `last time ${figure(before)}`,
  ];
  return (
    <div className="measure-rule" role="img" aria-label={words.filter(Boolean).join(', ')}>
      <div className="measure-line" />
      {rule.marks.map((mark) => (
        <span key={mark.name} className={`measure-limit ${mark.name}`} style={vars({ '--at': mark.place })}>
          {figure(mark.at)}
        </span>
      ))}
      {before !== null && <span className="measure-before" style={vars({ '--at': rule.place(before) })} />}
      {measured !== null && <span className="measure-now" style={vars({ '--at': rule.place(measured) })} />}
    </div>
  );
}
