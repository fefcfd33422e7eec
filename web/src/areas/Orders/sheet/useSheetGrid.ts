import { useRef, useState, type ClipboardEvent, type DragEvent, type KeyboardEvent } from 'react';
import { unitAmount } from '../../../lib/format';
import { useSay } from '../../../ui/Toasts';
import { isRows, toClipboard } from './grid';
import type { Edits } from '../../../lib/order/useEdits';
import type { Line, Sheet } from '../../../lib/order/useSheet';

const NONE: ReadonlySet<number> = new Set();

/** The row of an element, or null. */
function rowOf(target: EventTarget | null): { lineId: number; jobId: number; row: HTMLElement } | null {
  const row = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-line]') : null;
  return row ? { lineId: Number(row.dataset.line), jobId: Number(row.dataset.job), row } : null;
}

/** The sheet as a spreadsheet: rows selected, copied, pasted, moved by keys and by dragging; undo and redo. */
export function useSheetGrid(sheet: Sheet | undefined, edits: Edits, closed: boolean) {
  const say = useSay();
  const [selected, setSelected] = useState<ReadonlySet<number>>(NONE);
  const anchor = useRef<number | null>(null);
  const dragged = useRef<{ lineIds: number[]; jobId: number } | null>(null);
  const marked = useRef<HTMLElement | null>(null);
  const jobs = sheet?.jobs ?? [];
  const all = jobs.flatMap((job) => job.lines.map((line) => ({ line, job })));
  const chosen = (lineId?: number): Line[] => {
    const ids = lineId !== undefined && !selected.has(lineId) ? new Set([lineId]) : selected;
    return all.filter(({ line }) => ids.has(line.id)).map(({ line }) => line);
  };
  const after = (jobId: number, lineIds: number[]): number | null => {
    const lines = jobs.find((job) => job.id === jobId)?.lines ?? [];
    const last = Math.max(...lineIds.map((id) => lines.findIndex((line) => line.id === id)));
    return lines[last + 1]?.id ?? null;
  };
  const moveTo = async (lineIds: number[], fromJob: number, toJob: number, beforeId: number | null) => {
    const back = { jobId: fromJob, beforeId: after(fromJob, lineIds) };
    if (beforeId !== null && lineIds.includes(beforeId)) return;
    await edits.moveLines(lineIds, toJob, beforeId, back).catch(say.refused);
  };
  /** One place up or down; past the end of a job into the next. */
  const step = (lineId: number, jobId: number, by: 1 | -1) => {
    const at = jobs.findIndex((job) => job.id === jobId);
    const lines = jobs[at]?.lines ?? [];
    const ids = chosen(lineId)
      .map((line) => line.id)
      .filter((id) => lines.some((line) => line.id === id));
    const first = lines.findIndex((line) => line.id === ids[0]);
    const last = first + ids.length - 1;
    const beyond = by === 1 ? last === lines.length - 1 : first === 0;
    if (!beyond) return moveTo(ids, jobId, jobId, by === 1 ? (lines[last + 2]?.id ?? null) : lines[first - 1]!.id);
    const other = jobs[at + by];
    return other ? moveTo(ids, jobId, other.id, by === 1 ? (other.lines[0]?.id ?? null) : null) : undefined;
  };
  const stepJob = (jobId: number, by: 1 | -1) => {
    const at = jobs.findIndex((job) => job.id === jobId);
    if (!jobs[at + by]) return;
    void edits.moveJob(jobId, by === 1 ? (jobs[at + 2]?.id ?? null) : jobs[at - 1]!.id, jobs[at + 1]?.id ?? null).catch(say.refused);
  };
  const backOrForth = (what: 'undo' | 'redo') =>
    void edits.history[what]().then(
      (text) => (text === null ? say.done(what === 'undo' ? 'There is nothing to undo.' : 'There is nothing to redo.') : undefined),
      say.refused,
    );

  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    if (closed) return;
    const target = event.target as HTMLElement;
    const control = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    const arrow = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    const row = rowOf(target);
    const typing = target.hasAttribute('data-draft') || (target instanceof HTMLInputElement && !target.dataset.col && target.value !== '');
    if (control && (key === 'z' || key === 'y') && !typing) {
      event.preventDefault();
      backOrForth(key === 'y' || event.shiftKey ? 'redo' : 'undo');
    } else if (event.altKey && arrow && event.shiftKey) {
      const job = target.closest<HTMLElement>('[data-job-id]');
      if (!job) return;
      event.preventDefault();
      stepJob(Number(job.dataset.jobId), arrow);
    } else if (event.altKey && arrow && row) {
      event.preventDefault();
      void step(row.lineId, row.jobId, arrow)?.then(() => focusAgain(row.lineId, target.dataset.col));
    } else if (event.shiftKey && arrow && row && !control) {
      event.preventDefault();
      const at = all.findIndex(({ line }) => line.id === row.lineId);
      const next = all[at + arrow];
      if (!next) return;
      anchor.current ??= row.lineId;
      const from = all.findIndex(({ line }) => line.id === anchor.current);
      const [low, high] = [Math.min(from, at + arrow), Math.max(from, at + arrow)];
      setSelected(new Set(all.slice(low, high + 1).map(({ line }) => line.id)));
      document.querySelector<HTMLElement>(`[data-line="${next.line.id}"] [data-col="${target.dataset.col ?? 'description'}"]`)?.focus();
    } else if (control && event.key === 'Delete' && row) {
      event.preventDefault();
      void edits.removeLines(chosen(row.lineId));
      setSelected(NONE);
    } else if (!event.shiftKey && !control && !event.altKey && selected.size > 0 && (arrow || event.key === 'Escape')) {
      anchor.current = null;
      setSelected(NONE);
    }
  };

  const onCopy = (event: ClipboardEvent<HTMLElement>) => {
    const row = rowOf(event.target);
    // One cell copies as text does anywhere; rows copy where rows are selected.
    if (!row || selected.size === 0) return;
    event.preventDefault();
    const lines = chosen(row.lineId);
    event.clipboardData.setData(
      'text/plain',
      toClipboard(
        lines.map((line) => ({
          kind: line.kind,
          description: line.description,
          number: line.number,
          count: line.hours !== null ? `${line.hours} h` : line.quantity === null ? '' : String(line.quantity),
          each:
            line.overridden && line.each !== null
              ? unitAmount(line.each)
              : line.kind === 'Fee' && line.each !== null
                ? unitAmount(line.each)
                : '',
        })),
      ),
    );
    say.done(lines.length === 1 ? 'Line copied.' : `${lines.length} lines are copied.`);
  };

  const onPaste = (event: ClipboardEvent<HTMLElement>) => {
    const text = event.clipboardData.getData('text/plain');
    const job = (event.target as HTMLElement).closest<HTMLElement>('[data-job-id]');
    if (closed || !job || !isRows(text)) return;
    event.preventDefault();
    void edits.paste(Number(job.dataset.jobId), text).then(({ lineIds, refused }) => {
      const added = lineIds.length === 1 ? '1 line pasted.' : `${lineIds.length} lines were pasted.`;
      const left =
        refused.length > 0
          ? ` Row ${refused[0]!.row} was skipped: ${refused[0]!.why}${refused.length > 1 ? ` ${refused.length - 1} more were skipped too.` : ''}`
          : '';
      say.done(added + left, () => edits.history.undo());
    }, say.refused);
  };

  const mark = (row: HTMLElement | null) => {
    if (marked.current === row) return;
    marked.current?.classList.remove('drop-before', 'drop-in');
    marked.current = row;
    row?.classList.add(row.dataset.line ? 'drop-before' : 'drop-in');
  };
  const onDragStart = (event: DragEvent<HTMLElement>) => {
    const row = rowOf(event.target);
    if (!row) return;
    dragged.current = { lineIds: chosen(row.lineId).map((line) => line.id), jobId: row.jobId };
    event.dataTransfer.effectAllowed = 'move';
    event.dataTransfer.setData('text/plain', chosen(row.lineId)[0]?.description ?? '');
    event.dataTransfer.setDragImage(row.row, 10, 10);
  };
  const onDragOver = (event: DragEvent<HTMLElement>) => {
    if (!dragged.current) return;
    const target = event.target as HTMLElement;
    const place = target.closest<HTMLElement>('[data-line]') ?? target.closest<HTMLElement>('[data-job-id]');
    mark(place);
    if (place) event.preventDefault();
  };
  const onDrop = (event: DragEvent<HTMLElement>) => {
    const from = dragged.current;
    const place = marked.current;
    dragged.current = null;
    mark(null);
    if (!from || !place) return;
    event.preventDefault();
    if (place.dataset.line) void moveTo(from.lineIds, from.jobId, Number(place.dataset.job), Number(place.dataset.line));
    else void moveTo(from.lineIds, from.jobId, Number(place.dataset.jobId), null);
  };
  const onDragEnd = () => {
    dragged.current = null;
    mark(null);
  };
  return { selected, backOrForth, handlers: { onKeyDown, onCopy, onPaste, onDragStart, onDragOver, onDrop, onDragEnd } };
}

function focusAgain(lineId: number, column = 'description') {
  requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-line="${lineId}"] [data-col="${column}"]`)?.focus());
}
