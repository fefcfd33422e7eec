import { BarChart } from '@mui/x-charts/BarChart';
import type { Schemas } from '../../lib/api';
import { shown } from './units';
import styles from './measures.module.css';

type Bucket = Schemas['MeasureBucket'];

/** A mark of the axis: 400K. */
const short = (value: number) => value.toLocaleString('en-US', { notation: 'compact' });

/** Sales over the period beside the same stretch before, in the rule's yellow and in ink. */
export default function SalesChart({ buckets }: { buckets: Bucket[] }) {
  return (
    <section className={`card ${styles.chart}`} aria-label="Sales over the period">
      <h2>Sales, and before</h2>
      <BarChart
        height={210}
        skipAnimation
        hideLegend
        margin={{ left: 0, right: 4, top: 8, bottom: 0 }}
        colors={['var(--boxwood)', 'var(--line)']}
        xAxis={[{ scaleType: 'band', data: buckets.map((bucket) => bucket.label), tickLabelStyle: { fill: 'var(--soft)' } }]}
        yAxis={[{ width: 52, tickNumber: 4, valueFormatter: short, tickLabelStyle: { fill: 'var(--soft)' } }]}
        series={[
          { id: 'now', label: 'Sales', data: buckets.map((bucket) => bucket.value), valueFormatter: (value) => shown(value, 'Money') },
          { id: 'before', label: 'Before', data: buckets.map((bucket) => bucket.before), valueFormatter: (value) => shown(value, 'Money') },
        ]}
      />
    </section>
  );
}
