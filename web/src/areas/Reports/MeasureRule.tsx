import { vars } from '../../lib/vars';
import { shown, type Unit } from './units';
import styles from './measures.module.css';

interface Props {
  name: string;
  unit: Unit;
  value: number | null;
  before: number | null;
  yearBefore: number | null;
  aim: number | null;
}

/** A figure as a rule: how far it is, the aim as a mark, the period before and the year before as thinner ones. */
export function MeasureRule({ name, unit, value, before, yearBefore, aim }: Props) {
  const most = Math.max(value ?? 0, before ?? 0, yearBefore ?? 0, aim ?? 0);
  const full = unit === 'Percent' && most <= 100 ? 100 : most * 1.12;
  const at = (of: number) => `${full > 0 ? Math.max(0, Math.min(100, (of / full) * 100)) : 0}%`;
  const words = [
    `${name}: ${shown(value, unit)}`,
    before === null ? '' : `before ${shown(before, unit)}`,
    yearBefore === null ? '' : `a year ago ${shown(yearBefore, unit)}`,
    aim === null ? '' : `aim ${shown(aim, unit)}`,
  ];
  return (
    <div className={styles.rule} role="img" aria-label={words.filter(Boolean).join(', ')}>
      <div className="rule tall">
        <div className="fill" style={vars({ '--to': at(value ?? 0) })} />
        <div className="ticks faint" />
        {before !== null && <div className={styles.before} style={vars({ '--at': at(before) })} />}
        {yearBefore !== null && <div className={styles.year} style={vars({ '--at': at(yearBefore) })} />}
        {aim !== null && <div className="mark" style={vars({ '--at': at(aim) })} />}
      </div>
      {aim !== null && (
        <span className={styles.aim} style={vars({ '--at': at(aim) })}>
          aim {shown(aim, unit, true)}
        </span>
      )}
    </div>
  );
}
