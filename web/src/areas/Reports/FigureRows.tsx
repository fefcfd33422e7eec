import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { useMay } from '../../lib/shop';
import { EditCell } from '../../ui/EditCell';
import { MeasureRule } from './MeasureRule';
import { difference, shown } from './units';
import styles from './measures.module.css';

type Figure = Schemas['MeasureFigure'];

interface Props {
  figures: Figure[];
  search: string;
  renew: () => Promise<unknown>;
}

/** Figures, one a row: what it is, how much, drawn against its aim and the periods before. */
export function FigureRows({ figures, search, renew }: Props) {
  const maySet = useMay('EditSetup');
  return (
    <section className={`card ${styles.figures}`} aria-label="Figures">
      {figures.map((figure) => (
        <div key={figure.measure} className={styles.figure}>
          <div className={styles.name}>
            <Link to={`/measures/rows/${figure.measure}${search}`}>{figure.name}</Link>
            <div className="soft small">
              {figure.parts
                ? `${shown(figure.parts.amount, figure.amountUnit, true)} of ${shown(figure.parts.of ?? 0, figure.ofUnit, true)}`
                : figure.formula}
              {figure.isWhole && ', whole shop'}
            </div>
          </div>
          <div className={styles.value}>{shown(figure.value, figure.unit, true)}</div>
          <MeasureRule {...figure} />
          <div className={styles.change}>
            {figure.change !== null && (
              <>
                <b className={figure.isWorse ? 'stop' : ''}>{difference(figure.change, figure.unit)}</b>
                <div className="soft small">{figure.change > 0 ? 'above before' : figure.change < 0 ? 'below before' : 'as before'}</div>
              </>
            )}
          </div>
          {maySet && figure.takesAim && (
            <EditCell
              label={`Aim of ${figure.name}`}
              value={figure.aimTyped}
              placeholder="aim"
              title="What it should be; of what adds up, in a month"
              className={styles.aimCell}
              commit={(value) => unwrap(api.POST('/api/measures/aims', { body: { measure: figure.measure, value } })).then(renew)}
            />
          )}
        </div>
      ))}
    </section>
  );
}
