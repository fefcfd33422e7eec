import { useState } from 'react';
import type { Schemas } from '../../lib/api';
import { specsUses } from '../../lib/specs';
import { Labelled } from '../../ui/Labelled';
import styles from './BenchCarPage.module.css';

type Specs = Schemas['VehicleSpecsAnswer'];

/** Specs of the car by use, procedures step by step, bulletins and diagrams, found by a word of it. */
export function BenchSpecs({ specs }: { specs: Specs }) {
  const [search, setSearch] = useState('');
  const [drawing, setDrawing] = useState<string | null>(null);
  const fits = (...texts: string[]) =>
    search
      .toLowerCase()
      .split(/\s+/)
      .every((word) => texts.join(' ').toLowerCase().includes(word));
  const groups = specsUses.map(([use, title]) => ({
    title,
    rows: [
      ...specs.facts
        .filter((fact) => fact.use === use && fits(fact.title, fact.shown, fact.words, fact.condition))
        .map((fact) => ({ key: fact.key, title: fact.title, more: fact.condition, caution: fact.caution, shown: fact.shown })),
      ...(use === 'Wears' ? specs.wear : [])
        .filter((part) => fits(part.title, part.number, ...part.equivalents))
        .map((part) => ({ key: part.type, title: part.title, more: part.stock, caution: '', shown: part.number })),
    ],
  }));
  const resets = specs.resets.filter((reset) => fits(reset.title, reset.steps, reset.words));
  const campaigns = specs.campaigns.filter((campaign) => fits(campaign.title, campaign.text, campaign.number));
  const drawings = specs.drawings.filter((d) => fits(d.title, d.words));
  const known = specs.facts.length > 0 || specs.campaigns.length > 0;
  return (
    <section className={styles.card} aria-labelledby="bench-specs">
      <h2 id="bench-specs">Vehicle specs</h2>
      {specs.trouble && <p className="soft">{specs.trouble}</p>}
      {known && <Labelled label="Find in the specs" placeholder="torque, oil, belt" value={search} onText={setSearch} />}
      {groups.map(
        ({ title, rows }) =>
          rows.length > 0 && (
            <div key={title}>
              <h3>{title}</h3>
              {rows.map((row) => (
                <div key={row.key} className={styles.row}>
                  <span className="grow">
                    {row.title}
                    {row.more && <span className="soft">, {row.more}</span>}
                    {row.caution && <span className="caution block">{row.caution}</span>}
                  </span>
                  <b>{row.shown}</b>
                </div>
              ))}
            </div>
          ),
      )}
      {resets.length > 0 && <h3>Reset procedures</h3>}
      {resets.map((reset) => (
        <details key={reset.key} className={styles.steps}>
          <summary>{reset.title}</summary>
          <p>{reset.steps}</p>
        </details>
      ))}
      {campaigns.length > 0 && <h3>Recalls and bulletins</h3>}
      {campaigns.map((campaign) => (
        <details key={campaign.number} className={styles.steps}>
          <summary>
            {campaign.kind === 'recall' ? 'Open recall' : 'Bulletin'}: {campaign.title}
          </summary>
          <p>
            {campaign.text} {campaign.remedy}
          </p>
        </details>
      ))}
      {drawings.length > 0 && (
        <>
          <h3>Diagrams</h3>
          <div className="acts">
            {drawings.map((d) => (
              <button
                key={d.key}
                className="big"
                aria-pressed={drawing === d.key}
                onClick={() => setDrawing(drawing === d.key ? null : d.key)}
              >
                {d.title}
              </button>
            ))}
          </div>
          {drawing && (
            <img className={styles.drawing} src={`/api/drawings/${drawing}`} alt={drawings.find((d) => d.key === drawing)?.title ?? ''} />
          )}
        </>
      )}
    </section>
  );
}
