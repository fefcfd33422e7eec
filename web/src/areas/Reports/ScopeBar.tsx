import Button from '@mui/material/Button';
import { LabelledSelect } from '../../ui/LabelledSelect';
import { PeriodField } from './PeriodField';
import { FILTERS, useChoices, type useScope } from './useMeasures';
import styles from './measures.module.css';

/** Period and filters of measures. */
export function ScopeBar({ scope, problem }: { scope: ReturnType<typeof useScope>; problem?: string }) {
  const choices = useChoices().data;
  const all = (rows: readonly (readonly [string, string])[]): [string, string][] => [
    ['', 'All'],
    ...rows.map(([a, b]): [string, string] => [a, b]),
  ];
  const byId = (rows: readonly { id: number; name: string }[] = []) => all(rows.map((row) => [String(row.id), row.name] as const));
  const byName = (rows: readonly string[] = []) => all(rows.map((row) => [row, row] as const));
  return (
    <div className={styles.scope}>
      <PeriodField value={scope.query.period} problem={problem} onChange={(period) => scope.set('period', period)} />
      <LabelledSelect
        label="Writer"
        value={scope.of('writerId')}
        choices={byId(choices?.writers)}
        onChange={(v) => scope.set('writerId', v)}
      />
      <LabelledSelect
        label="Technician"
        value={scope.of('technicianId')}
        choices={byId(choices?.technicians)}
        onChange={(v) => scope.set('technicianId', v)}
      />
      <LabelledSelect
        label="Source"
        value={scope.of('source')}
        choices={byName(choices?.sources)}
        onChange={(v) => scope.set('source', v)}
      />
      <LabelledSelect label="Make" value={scope.of('make')} choices={byName(choices?.makes)} onChange={(v) => scope.set('make', v)} />
      <LabelledSelect
        label="Canned job"
        value={scope.of('cannedJobId')}
        choices={byId(choices?.cannedJobs)}
        onChange={(v) => scope.set('cannedJobId', v)}
      />
      <LabelledSelect
        label="Payer"
        value={scope.of('payer')}
        choices={[
          ['', 'All'],
          ['Customer', 'Customer'],
          ['Account', 'Another account'],
        ]}
        onChange={(v) => scope.set('payer', v)}
      />
      {scope.narrowed && <Button onClick={() => FILTERS.forEach((name) => scope.set(name, ''))}>Show all</Button>}
    </div>
  );
}
