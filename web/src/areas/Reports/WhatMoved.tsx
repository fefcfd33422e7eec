import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { useMay } from '../../lib/shop';
import { LabelledSelect } from '../../ui/LabelledSelect';
import { Plate } from '../../ui/Plate';
import { shown } from './units';
import type { useScope } from './useMeasures';
import styles from './measures.module.css';

type Measure = Schemas['Measure'];

/** The ten orders that cost a figure the most, each with its reason. */
export function WhatMoved({ query }: { query: ReturnType<typeof useScope>['query'] }) {
  const [measure, setMeasure] = useState<Measure>('EffectiveRate');
  const mayPolicy = useMay('EditPolicy');
  const moved = useQuery({
    queryKey: ['measures', 'moved', measure, query],
    queryFn: ({ signal }) => unwrap(api.GET('/api/measures/moved/{measure}', { signal, params: { path: { measure }, query } })),
    placeholderData: (before) => before,
  });
  return (
    <section className={`card ${styles.moved}`} aria-label="What moved it">
      <LabelledSelect
        label="What moved"
        value={measure}
        choices={[
          ['EffectiveRate', 'the effective labor rate'],
          ['PartsMargin', 'the parts margin'],
          ['PromisesKept', 'promises kept'],
        ]}
        onChange={(value) => setMeasure(value as Measure)}
      />
      <p className="soft">{moved.data?.sentence}</p>
      {moved.data?.rows.map((row) => (
        <div key={row.link} className={styles.movedRow}>
          <Link to={row.link}>
            <Plate text={row.plate || row.title} />
          </Link>
          <span>{row.why}</span>
          <b>{shown(row.cost, moved.data.unit)}</b>
        </div>
      ))}
      {mayPolicy && measure !== 'PromisesKept' && (
        <Link className={styles.draft} to="/setup/pricing">
          Draft pricing rules from this…
        </Link>
      )}
    </section>
  );
}
