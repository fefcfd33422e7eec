import { useState } from 'react';
import { amount } from '../../../lib/format';
import { Empty } from '../../../ui/Feedback';
import { matching } from '../../WriteUp/matching';
import { useCannedJobs } from '../../WriteUp/WorkPart';
import { Search } from './Search';
import { Panel } from '../../../ui/Panel';
import { useAddToOrder } from './useAddToOrder';
import styles from './CannedPanel.module.css';

/** Canned jobs by system of the car. */
export function CannedPanel({ onClose }: { onClose: () => void }) {
  const [search, setSearch] = useState('');
  const all = useCannedJobs();
  const { taking, busy } = useAddToOrder(onClose);
  const found = search.trim() ? matching(all, search) : all;
  const systems = [...new Set(found.map((job) => job.system))];
  return (
    <Panel title="Canned jobs" onClose={onClose}>
      <Search label="Search the canned jobs" placeholder="Search: oil, pads, battery…" value={search} onText={setSearch} />
      <div>
        {systems.map((system) => (
          <section key={system} className="fact-group">
            <h3>{system}</h3>
            {found
              .filter((job) => job.system === system)
              .map((job) => (
                <button
                  key={job.id}
                  data-stop
                  className="fact-row"
                  disabled={busy}
                  onClick={() => void taking({ kind: 'Canned', id: job.id }, job.title)}
                >
                  <span className="grow strong">{job.title}</span>
                  <span className="soft nowrap">
                    {[job.hours > 0 ? `${job.hours} h` : '', job.parts > 0 ? `${job.parts} ${job.parts === 1 ? 'part' : 'parts'}` : '']
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                  <span className={`right nowrap ${styles.price}`}>{job.fixedPrice === null ? '' : amount(job.fixedPrice)}</span>
                </button>
              ))}
          </section>
        ))}
      </div>
      {found.length === 0 && (
        <Empty title={search ? 'No matching canned job' : 'No canned jobs yet'}>
          To make one, open the menu of a job on any repair order and choose Save as canned job.
        </Empty>
      )}
    </Panel>
  );
}
