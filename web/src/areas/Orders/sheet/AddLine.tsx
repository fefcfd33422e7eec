import { useState, type RefObject } from 'react';
import type { Choice } from '../../../ui/Combo';
import { Combo } from '../../../ui/Combo';
import { useSay } from '../../../ui/Toasts';
import { CarQuestions } from './CarQuestions';
import { focusLine } from './grid';
import { rows, useCatalogSearch } from './useCatalogSearch';
import { usePhrases } from '../../../ui/usePhrases';
import { useActions, type Job, type LineKind } from '../../../lib/order/useSheet';

const WORDS: Record<LineKind, string> = { Labor: 'Labor', Part: 'Part', Sublet: 'Sublet', Fee: 'Fee', Text: 'Comment (no price)' };

interface Props {
  /** The job that things go into; none for a new one. */
  job?: Job;
  inputRef?: RefObject<HTMLInputElement | null>;
  /** Nothing is on the order yet. */
  first?: boolean;
  onJob?: (id: number) => void;
}

/** One place to add anything: to a job, or as a new one. */
export function AddLine({ job, inputRef, first, onJob }: Props) {
  const { orderId, edits } = useActions();
  const say = useSay();
  const [text, setText] = useState('');
  const [used, setUsed] = useState(false);
  const typed = text.trim();
  const found = useCatalogSearch(orderId, text, used);
  const run = async (call: () => Promise<{ jobId?: number | null; lineId?: number | null; column?: string }>) => {
    try {
      const { jobId, lineId, column } = await call();
      if (jobId) onJob?.(jobId);
      // Labor has its hours already: the next thing to type is the next thing to add.
      focusLine(lineId ?? null, column ?? 'count', jobId ?? job?.id ?? null);
    } catch (error) {
      say.refused(error);
    }
  };
  const free = (kind: LineKind): Choice => ({
    key: `free${kind}`,
    kind: kind === 'Labor' ? 'Manual' : '',
    content: (
      <span className="clip">
        {WORDS[kind]} "{typed}"
      </span>
    ),
    take: () =>
      void run(async () => {
        const { id } = await edits.addLine(job!.id, { kind, description: typed });
        return { jobId: job!.id, lineId: id, column: kind === 'Text' ? 'description' : 'count' };
      }),
  });
  const newJob: Choice = {
    key: 'free',
    kind: 'Manual',
    content: <span className="clip">New job "{typed}"</span>,
    take: () => void run(async () => ({ jobId: (await edits.addJob(typed)).id })),
  };
  const phrases = usePhrases(job ? 'Description' : 'JobTitle', text, used && typed !== '', (words) => {
    void run(async () => {
      if (!job) return { jobId: (await edits.addJob(words)).id };
      return { jobId: job.id, lineId: (await edits.addLine(job.id, { kind: 'Labor', description: words })).id };
    });
  });
  const choices = [
    // A whole job does not go into another: it becomes one of its own.
    ...rows(
      found.items.filter((item) => job || item.take.kind !== 'Discount'),
      !job,
      (item) => {
        void run(() => edits.take({ ...item.take, jobId: item.isWholeJob ? null : (job?.id ?? null) }, item.title));
      },
    ),
    ...phrases.choices.filter((choice) => choice.kind === 'Phrase'),
    ...(typed ? (job ? (['Labor', 'Part', 'Fee', 'Sublet', 'Text'] as const).map(free) : [newJob]) : []),
  ];
  return (
    <div className={job ? 'addrow' : 'newjob'} onFocus={() => setUsed(true)}>
      <Combo
        inputRef={inputRef}
        autoFocus={first}
        staysShut
        label={job ? `Add to ${job.title}` : 'New job'}
        placeholder={
          job
            ? 'Add work, a part, a tire, a fee, a discount…'
            : first
              ? 'Add the first job: oil service, front pads, diagnosis…'
              : 'New job… (Ctrl Enter)'
        }
        text={text}
        onText={setText}
        choices={choices}
        pending={found.pending}
        onDelete={phrases.forget}
        // Typed and entered blindly: the shop's own, or else what was typed; never what another answered in between.
        meant={found.hasOwn ? choices[0] : choices.find((choice) => choice.key.startsWith('free'))}
        foot={
          found.troubles.length > 0 || found.asking ? (
            <div className="foot" role="status">
              {[...found.troubles, ...(found.asking ? ['Checking the labor guide and suppliers…'] : [])].join(' ')}
            </div>
          ) : undefined
        }
      />
      {found.questions.length > 0 && <CarQuestions questions={found.questions} />}
    </div>
  );
}
