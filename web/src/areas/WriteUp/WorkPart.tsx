import { useQuery } from '@tanstack/react-query';
import { useState, type RefObject } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount } from '../../lib/format';
import { Combo } from '../../ui/Combo';
import { matching } from './matching';
import { usePhrases } from './usePhrases';

type Canned = Schemas['CannedJobView'];

/** All canned jobs; a shop has few enough to keep them at hand. */
export function useCannedJobs(): Canned[] {
  return (
    useQuery({ queryKey: ['canned-jobs'], queryFn: ({ signal }) => unwrap(api.GET('/api/canned-jobs', { signal })), staleTime: 60_000 })
      .data ?? []
  );
}

/** A canned job in a list. */
export function CannedRow({ job }: { job: Canned }) {
  return (
    <>
      <span className="strong clip grow">{job.title}</span>
      <span className="soft small nowrap">
        {job.system}
        {job.hours > 0 ? ` · ${job.hours} h` : ''}
        {job.fixedPrice !== null ? ` · ${amount(job.fixedPrice)}` : ''}
      </span>
    </>
  );
}

interface Props {
  concerns: string[];
  onConcerns: (concerns: string[]) => void;
  pending: RefObject<string>;
  jobs: Canned[];
  onJobs: (jobs: Canned[]) => void;
  problem?: string;
}

/** What the customer says, and work that is clear already. */
export function WorkPart({ concerns, onConcerns, pending, jobs, onJobs, problem }: Props) {
  const [says, setSays] = useState('');
  const [used, setUsed] = useState(false);
  const [text, setText] = useState('');
  const canned = useCannedJobs();
  const type = (value: string) => {
    setSays(value);
    pending.current = value;
  };
  const add = (text: string) => {
    if (text.trim()) onConcerns([...concerns, text.trim()]);
    type('');
  };
  const phrases = usePhrases('Complaint', says, used, add);
  return (
    <section className="panel" aria-labelledby="work-title">
      <h2 id="work-title">Concerns and work</h2>
      {concerns.map((concern, i) => (
        <div className="said" key={i}>
          <span className="soft small">Concern</span>
          <span className="grow">{concern}</span>
          <button className="linkish small" onClick={() => onConcerns(concerns.filter((_, at) => at !== i))}>
            Remove
          </button>
        </div>
      ))}
      <div className="field" onFocus={() => setUsed(true)}>
        <label htmlFor="says">Concern in the customer's words; Enter adds it</label>
        <Combo
          label="Customer concern"
          id="says"
          placeholder="Squeals when braking, or a trouble code"
          text={says}
          onText={type}
          clearOnTake={false}
          choices={phrases.choices}
          free={{ onEnter: () => add(says) }}
          onDelete={phrases.forget}
        />
        {problem && <div className="field-problem">{problem}</div>}
      </div>
      {jobs.map((job) => (
        <div className="said" key={job.id}>
          <span className="soft small">Job</span>
          <span className="grow row">
            <CannedRow job={job} />
          </span>
          <button className="linkish small" onClick={() => onJobs(jobs.filter((j) => j.id !== job.id))}>
            Remove
          </button>
        </div>
      ))}
      <Combo
        className="field"
        label="Work requested"
        placeholder="Add a canned job: oil, pads, battery…"
        text={text}
        onText={setText}
        none="No matching canned job. You can also add work on the repair order."
        choices={matching(canned, text)
          .filter((job) => !jobs.some((j) => j.id === job.id))
          .slice(0, 10)
          .map((job) => ({
            key: String(job.id),
            kind: 'Canned job',
            content: <CannedRow job={job} />,
            take: () => onJobs([...jobs, job]),
          }))}
      />
    </section>
  );
}
