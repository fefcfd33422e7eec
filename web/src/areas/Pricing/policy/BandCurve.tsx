import { amount, unitAmount } from '../../../lib/format';
import type { PolicyView } from './usePolicy';

type Curve = PolicyView['curves'][number];
const WIDTH = 520;
const HEIGHT = 250;
const LEFT = 46;
const BOTTOM = 30;
const TICKS = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000];

/** Cost against price on logarithmic axes: each band is a straight line. What is charged, and where the bare multiplier would fall. */
export function BandCurve({ curve }: { curve: Curve }) {
  const costs = curve.points.map((p) => p.cost).filter((cost) => cost > 0);
  const last = Math.max(...costs);
  const first = Math.min(1, costs[0]! / 4);
  const prices = [...curve.points, ...curve.naive.flatMap((n) => [n.from, n.to])].map((p) => p.price).filter((price) => price > 0);
  if (prices.length === 0)
    return <p className="soft">Parts in this markup table would sell for nothing, so there is no curve. Check the multipliers.</p>;
  const top = Math.max(...prices) * 1.15;
  const start = curve.points.find((p) => p.cost > 0)!;
  const low = Math.max(0.01, Math.min((start.price / start.cost) * first, ...prices.filter((p) => p > 0)));
  const x = (cost: number) => LEFT + ((WIDTH - LEFT - 8) * Math.log(Math.max(cost, first) / first)) / Math.log(last / first);
  const y = (price: number) => HEIGHT - BOTTOM - ((HEIGHT - BOTTOM - 10) * Math.log(Math.max(price, low) / low)) / Math.log(top / low);
  const at = (cost: number, price: number) => `${x(cost).toFixed(1)},${y(price).toFixed(1)}`;
  const charged = [
    at(first, (start.price / start.cost) * first),
    ...curve.points.filter((p) => p.cost > first).map((p) => at(p.cost, p.price)),
  ].join(' ');
  const within = (tick: number) => tick >= first && tick <= last * 1.001;
  return (
    <figure className="curve">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`Price by cost, table ${curve.table}`}>
        {TICKS.filter((t) => t >= low && t <= top).map((t) => (
          <g key={t}>
            <line className="gridline" x1={LEFT} x2={WIDTH - 8} y1={y(t)} y2={y(t)} />
            <text className="axis" x={LEFT - 6} y={y(t) + 4} textAnchor="end">
              {t}
            </text>
          </g>
        ))}
        <rect className="rulebar" x={LEFT} y={HEIGHT - BOTTOM} width={WIDTH - LEFT - 8} height={9} />
        {TICKS.filter(within).map((t) => (
          <g key={t}>
            <line className="ruletick" x1={x(t)} x2={x(t)} y1={HEIGHT - BOTTOM} y2={HEIGHT - BOTTOM + 7} />
            <text className="axis" x={x(t)} y={HEIGHT - 7} textAnchor="middle">
              {t}
            </text>
          </g>
        ))}
        {curve.naive.map((piece, i) => (
          <polyline
            key={i}
            className="naive"
            points={`${at(Math.max(piece.from.cost, first), piece.from.cost > 0 ? piece.from.price : (piece.to.price / piece.to.cost) * first)} ${at(piece.to.cost, piece.to.price)}`}
          />
        ))}
        {curve.lifts.map((lift) => (
          <line key={lift.fromCost} className="drop" x1={x(lift.fromCost)} x2={x(lift.fromCost)} y1={y(lift.price)} y2={y(lift.fallen)} />
        ))}
        <polyline className="charged" points={charged} />
      </svg>
      <figcaption>
        <span className="legend charged">charged</span>
        {curve.lifts.length > 0 && <span className="legend naive">without the safeguard, price would drop</span>}
        <span className="soft">cost across, price up</span>
      </figcaption>
      {curve.lifts.length > 0 && (
        <ul className="lifts">
          {curve.lifts.map((lift) => (
            <li key={lift.fromCost}>
              Just above {unitAmount(lift.fromCost)} the price would drop from {amount(lift.price)} to {amount(lift.fallen)}; it is held at{' '}
              {amount(lift.price)}
              {lift.toCost === null ? '.' : ` up to a cost of ${amount(lift.toCost)}.`}
            </li>
          ))}
        </ul>
      )}
    </figure>
  );
}
