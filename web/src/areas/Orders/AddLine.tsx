import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, take } from '../../lib/api';
import { Combo, type Choice } from '../../ui/Combo';
import { useSay } from '../../ui/Toasts';
import { matching } from '../WriteUp/matching';
import { CannedRow, useCannedJobs } from '../WriteUp/WorkPart';
import { useWork, type Job, type LineKind } from './useSheet';

const WORDS: Record<Exclude<LineKind, 'Sublet'>, string> = { Labor: 'Labor', Part: 'Part', Fee: 'Fee', Text: 'Text without price' };

/** The line at the end of a job: the catalog, canned jobs, or what was typed as labor, part, fee or text. */
export function AddLine({ job }: { job: Job }) {
  const { edits } = useWork();
  const say = useSay();
  const [text, setText] = useState('');
  const canned = useCannedJobs();
  const typed = text.trim();
  const parts = useQuery({
    queryKey: ['catalog', typed],
    queryFn: () => take(api.GET('/api/catalog', { params: { query: { q: typed } } })),
    enabled: typed.length > 1,
    placeholderData: (before) => before,
    staleTime: 20_000,
  }).data;
  const focus = async (call: Promise<{ id: number }>, column: string) => {
    try {
      const { id } = await call;
      setTimeout(() => document.querySelector<HTMLElement>(`[data-line="${id}"] [data-col="${column}"]`)?.focus(), 60);
    } catch (error) {
      say.refused(error);
    }
  };
  const free = (kind: Exclude<LineKind, 'Sublet'>): Choice => ({
    key: `free${kind}`,
    kind: WORDS[kind].split(' ')[0]!,
    content: (
      <span>
        {WORDS[kind]} "{typed}"
      </span>
    ),
    take: () => void focus(edits.addLine(job.id, { kind, description: typed }), kind === 'Text' ? 'description' : 'count'),
  });
  const choices: Choice[] =
    typed.length === 0
      ? []
      : [
          ...(typed.length > 1 ? (parts ?? []) : []).slice(0, 7).map((part) => ({
            key: `part${part.id}`,
            kind: 'Part',
            content: (
              <>
                <span className="strong clip grow">{part.description}</span>
                <span className="soft small nowrap">
                  {part.number} · {part.free > 0 ? `${part.free} free, ${part.bin}` : 'not in stock'}
                </span>
              </>
            ),
            take: () => void focus(edits.addLine(job.id, { kind: 'Part', partId: part.id }), 'count'),
          })),
          ...matching(canned, typed)
            .slice(0, 4)
            .map((c) => ({
              key: `canned${c.id}`,
              kind: 'New job',
              content: <CannedRow job={c} />,
              take: () => void edits.addJob(null, c.id).catch(say.refused),
            })),
          free('Labor'),
          free('Part'),
          free('Fee'),
          free('Text'),
        ];
  return (
    <Combo className="addrow" label={`Add to ${job.title}`} placeholder="Add labor, a part, a fee, a text…" text={text} onText={setText} choices={choices} />
  );
}
