import { useState } from 'react';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { Labelled } from '../../ui/Labelled';
import styles from './BenchCarPage.module.css';

interface Props {
  car: Schemas['BenchDetailsView'];
  onSent: (done: string) => Promise<void>;
}

/** What is read on the car itself: odometer and plate. Another plate than the one on file is told to the counter. */
export function BenchReadings({ car, onSent }: Props) {
  const path = { id: car.orderId };
  return (
    <section className={styles.card} aria-labelledby="bench-readings">
      <h2 id="bench-readings">Read on the vehicle</h2>
      <div className={styles.readings}>
        <Reading
          label="Odometer"
          before={car.odometerIn?.toLocaleString('en-US') ?? ''}
          numeric
          send={(value, confirmed) => unwrap(api.POST('/api/bench/orders/{id}/odometer', { params: { path }, body: { value, confirmed } }))}
          onSent={(value) => onSent(`Odometer ${value}.`)}
        />
        <Reading
          label="Plate"
          before={car.plate}
          send={(plate) => unwrap(api.POST('/api/bench/orders/{id}/plate', { params: { path }, body: { plate } }))}
          onSent={(_, answer) => onSent(answer.words)}
        />
      </div>
    </section>
  );
}

interface ReadingProps<T> {
  label: string;
  before: string;
  numeric?: boolean;
  send: (value: string, confirmed: boolean) => Promise<T>;
  onSent: (value: string, answer: T) => Promise<void>;
}

function Reading<T>({ label, before, numeric, send, onSent }: ReadingProps<T>) {
  const [value, setValue] = useState('');
  const [problem, setProblem] = useState<{ code: string; text: string } | null>(null);
  const keep = async (confirmed: boolean) => {
    try {
      const answer = await send(value, confirmed);
      setProblem(null);
      setValue('');
      await onSent(value, answer);
    } catch (error) {
      setProblem({ code: error instanceof Problem ? error.code : '', text: sentence(error) });
    }
  };
  return (
    <form
      className={styles.reading}
      onSubmit={(event) => {
        event.preventDefault();
        void keep(false);
      }}
    >
      <Labelled
        label={label}
        placeholder={before ? undefined : 'not read yet'}
        inputMode={numeric ? 'numeric' : undefined}
        value={value}
        onText={(text) => {
          setValue(text);
          setProblem(null);
        }}
        problem={problem?.text}
        hint={before ? `Now ${before}` : undefined}
      />
      {problem?.code === 'odometer.lower' ? (
        <button type="button" className="big" onClick={() => void keep(true)}>
          It is correct
        </button>
      ) : (
        <button className="big" disabled={!value.trim()}>
          Save
        </button>
      )}
    </form>
  );
}
