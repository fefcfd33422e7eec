import { useState } from 'react';
import { Labelled } from '../../ui/Labelled';

const PERIODS = [
  'today',
  'this week',
  'last week',
  'this month',
  'last month',
  'this quarter',
  'last quarter',
  'this year',
  'last year',
  'last 30 days',
];

/** A period as it is typed or chosen. */
export function PeriodField({ value, problem, onChange }: { value: string; problem?: string; onChange: (period: string) => void }) {
  const [typed, setTyped] = useState(value);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onChange(typed);
      }}
    >
      <Labelled
        label="Period"
        value={typed}
        onText={(text) => {
          setTyped(text);
          if (PERIODS.includes(text)) onChange(text);
        }}
        onFocus={(event) => event.target.select()}
        onBlur={() => typed !== value && onChange(typed)}
        list="measure-periods"
        placeholder="this month, q3, mar 3 to apr 2"
        problem={problem}
      />
      <datalist id="measure-periods">
        {PERIODS.map((period) => (
          <option key={period} value={period} />
        ))}
      </datalist>
    </form>
  );
}
