import type { Schemas } from '../../lib/api';
import { amount } from '../../lib/format';

export type Unit = Schemas['MeasureUnit'];

const whole = (value: number) => value.toLocaleString('en-US', { maximumFractionDigits: 0 });

/** A figure as it is read. Large amounts stand without cents; the rows behind them have them. */
export function shown(value: number | null, unit: Unit, short = false): string {
  if (value === null) return 'none';
  switch (unit) {
    case 'Money':
      return short && Math.abs(value) >= 10_000 ? whole(value) : amount(value);
    case 'MoneyPerHour':
      return amount(value);
    case 'Percent':
      return `${value.toLocaleString('en-US', { minimumFractionDigits: 1, maximumFractionDigits: 1 })}%`;
    case 'Hours':
      return `${value.toLocaleString('en-US', { maximumFractionDigits: 2 })} h`;
    case 'Times':
      return `${value.toLocaleString('en-US', { maximumFractionDigits: 2 })} ×`;
    case 'Count':
      return whole(value);
  }
}

/** A difference as it is read: of percentages in points. */
export const difference = (change: number, unit: Unit): string =>
  `${change > 0 ? '+' : change < 0 ? '−' : ''}${Math.abs(change).toLocaleString('en-US', { maximumFractionDigits: 1 })}${unit === 'Percent' ? ' pt' : '%'}`;
