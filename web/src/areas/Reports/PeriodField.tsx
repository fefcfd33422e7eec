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

/** A period as it is typed or chosen. What is typed stays while the period that was typed before is on its way. */
export function PeriodField({ value, problem, onChange }: { value: string; problem?: string; onChange: (period: string) => void }) {
  const [typed, setTyped] = useState(value);
  const [seen, setSeen] = useState(value);
  const [sent, setSent] = useState(value);
  if (value !== seen) {
    setSeen(value);
    // Another one came from elsewhere: a saved view, a link.
    if (value !== sent) setTyped(value);
  }
  const send = (period: string) => {
    setSent(period);
    onChange(period);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        send(typed);
      }}
    >
      <Labelled
        label="Period"
        value={typed}
        onText={(text) => {
          setTyped(text);
          if (PERIODS.includes(text)) send(text);
        }}
        onFocus={(event) => event.target.select()}
        onBlur={() => typed !== value && send(typed)}
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
