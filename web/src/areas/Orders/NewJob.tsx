import { useState, type RefObject } from 'react';
import { Combo } from '../../ui/Combo';
import { useSay } from '../../ui/Toasts';
import { matching } from '../WriteUp/matching';
import { CannedRow, useCannedJobs } from '../WriteUp/WorkPart';
import { useWork } from './useSheet';

/** A new job: one of the canned ones, or by its title. */
export function NewJob({ inputRef, onAdded, first }: { inputRef: RefObject<HTMLInputElement | null>; onAdded: (id: number) => void; first: boolean }) {
  const { edits } = useWork();
  const say = useSay();
  const [text, setText] = useState('');
  const canned = useCannedJobs();
  const typed = text.trim();
  const add = async (title: string | null, cannedJobId: number | null) => {
    try {
      const { id } = await edits.addJob(title, cannedJobId);
      onAdded(id);
      setTimeout(() => {
        const job = document.getElementById(`job-${id}`);
        job?.scrollIntoView({ block: 'nearest' });
        job?.querySelector<HTMLElement>('.addrow input')?.focus();
      }, 80);
    } catch (error) {
      say.refused(error);
    }
  };
  return (
    <Combo
      className="newjob"
      inputRef={inputRef}
      autoFocus={first}
      label="New job"
      placeholder={first ? 'Begin with a job: oil service, front pads, diagnose…' : 'New job… (Ctrl Enter)'}
      text={text}
      onText={setText}
      choices={
        typed
          ? [
              ...matching(canned, typed)
                .slice(0, 8)
                .map((job) => ({ key: String(job.id), kind: 'Canned', content: <CannedRow job={job} />, take: () => void add(null, job.id) })),
              { key: 'free', kind: 'Written', content: <span>New job "{typed}"</span>, take: () => void add(typed, null) },
            ]
          : []
      }
    />
  );
}
