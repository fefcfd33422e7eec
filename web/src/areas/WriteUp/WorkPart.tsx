import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount } from '../../lib/format';
import { Combo } from '../../ui/Combo';
import type { WriteUpDraft } from './draft';
import { matching } from './matching';
import { usePhrases } from '../../ui/usePhrases';

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
  draft: WriteUpDraft;
  onDraft: (part: Partial<WriteUpDraft>) => void;
  problem?: string;
}

/** What the customer says, and work that is clear already: canned jobs, whole sets of them, or a job by its title. */
export function WorkPart({ draft, onDraft, problem }: Props) {
  const { concerns, jobs, freeJobs, says } = draft;
  const [used, setUsed] = useState(false);
  const [text, setText] = useState('');
  const canned = useCannedJobs();
  const sets =
    useQuery({ queryKey: ['canned-sets'], queryFn: ({ signal }) => unwrap(api.GET('/api/canned-sets', { signal })), staleTime: 60_000 })
      .data ?? [];
  const add = (concern: string) => onDraft({ says: '', concerns: concern.trim() ? [...concerns, concern.trim()] : concerns });
  const phrases = usePhrases('Complaint', says, used, add);
  const typed = text.trim();
  const titles = usePhrases('JobTitle', text, typed !== '', (title) => onDraft({ freeJobs: [...freeJobs, title] }));
  const missing = (set: (typeof sets)[number]) =>
    set.jobIds.map((id) => canned.find((job) => job.id === id)).filter((job) => job !== undefined && !jobs.includes(job)) as Canned[];
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const fittingSets = sets.filter(
    (set) => words.length > 0 && words.every((word) => `${set.title} ${set.words}`.toLowerCase().includes(word)) && missing(set).length > 0,
  );
  return (
    <section className="panel" aria-labelledby="work-title">
      <h2 id="work-title">Concerns and work</h2>
      {concerns.map((concern, i) => (
        <Said key={i} kind="Concern" onRemove={() => onDraft({ concerns: concerns.filter((_, at) => at !== i) })}>
          {concern}
        </Said>
      ))}
      <div className="field" onFocus={() => setUsed(true)}>
        <label htmlFor="says">Concern in the customer's words; Enter adds it</label>
        <Combo
          label="Customer concern"
          id="says"
          placeholder="Squeals when braking, or a trouble code"
          text={says}
          onText={(value) => onDraft({ says: value })}
          clearOnTake={false}
          choices={phrases.choices}
          free={{ onEnter: () => add(says) }}
          onDelete={phrases.forget}
        />
        {problem && <div className="field-problem">{problem}</div>}
      </div>
      {jobs.map((job) => (
        <Said key={job.id} kind="Job" onRemove={() => onDraft({ jobs: jobs.filter((j) => j.id !== job.id) })}>
          <CannedRow job={job} />
        </Said>
      ))}
      {freeJobs.map((title, i) => (
        <Said key={i} kind="Job" onRemove={() => onDraft({ freeJobs: freeJobs.filter((_, at) => at !== i) })}>
          <span className="strong clip grow">{title}</span>
        </Said>
      ))}
      <Combo
        className="field"
        label="Work requested"
        placeholder="Add a job: oil, pads, battery…"
        text={text}
        onText={setText}
        choices={[
          ...fittingSets.map((set) => ({
            key: `set${set.id}`,
            kind: 'Set',
            content: (
              <>
                <span className="strong clip grow">{set.title}</span>
                <span className="soft small nowrap">{missing(set).length} jobs</span>
              </>
            ),
            take: () => onDraft({ jobs: [...jobs, ...missing(set)] }),
          })),
          ...matching(canned, text)
            .filter((job) => !jobs.some((j) => j.id === job.id))
            .slice(0, 10)
            .map((job) => ({
              key: String(job.id),
              kind: 'Canned job',
              content: <CannedRow job={job} />,
              take: () => onDraft({ jobs: [...jobs, job] }),
            })),
          ...(typed
            ? [
                ...titles.choices.filter((choice) => choice.kind === 'Phrase'),
                {
                  key: 'free',
                  kind: 'Manual',
                  content: <span className="clip">New job "{typed}"; its lines are added on the repair order</span>,
                  take: () => onDraft({ freeJobs: [...freeJobs, typed] }),
                },
              ]
            : []),
        ]}
      />
    </section>
  );
}

/** One thing that was said or chosen, which can be removed again. */
function Said({ kind, onRemove, children }: { kind: string; onRemove: () => void; children: ReactNode }) {
  return (
    <div className="said">
      <span className="soft small">{kind}</span>
      <span className="grow row">{children}</span>
      <button className="linkish small" onClick={onRemove}>
        Remove
      </button>
    </div>
  );
}
