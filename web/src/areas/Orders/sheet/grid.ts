/** Moving about in the sheet by keys, as in a spreadsheet. */

/** The rows of lines that are selected, in their order. */
export const SELECTED = 'selected';

/** Focuses a cell of a line as soon as it is there; without a line, the place to add to a job. */
export function focusLine(lineId: number | null, column: string, jobId: number | null, tries = 40, from = document.activeElement): void {
  // Whoever went elsewhere meanwhile is not fetched back.
  if (document.activeElement !== from && document.activeElement !== document.body) return;
  const target = lineId
    ? document.querySelector<HTMLElement>(`[data-line="${lineId}"] [data-col="${column}"]`)
    : jobId
      ? document.querySelector<HTMLElement>(`#job-${jobId} .addrow input`)
      : null;
  if (target) {
    target.closest('.job')?.scrollIntoView({ block: 'nearest' });
    target.scrollIntoView({ block: 'nearest' });
    target.focus();
  } else if (tries > 0) requestAnimationFrame(() => focusLine(lineId, column, jobId, tries - 1, from));
}

/** Goes to the next or previous cell of the same row. */
export function goAside(from: HTMLElement, step: 1 | -1): boolean {
  const cells = [...(from.closest('[data-line], [data-companion]')?.querySelectorAll<HTMLElement>('[data-col]:not(:disabled)') ?? [])];
  const next = cells[cells.indexOf(from) + step];
  next?.focus();
  return next !== undefined;
}

/** Goes to the cell of the same column in the next or previous row; below the last row of a job stands the place to add. */
export function goDown(from: HTMLElement, column: string, step: 1 | -1, entering = false): boolean {
  const job = from.closest('.job');
  const inJob = [...(job?.querySelectorAll<HTMLElement>(`[data-col="${column}"]:not(:disabled)`) ?? [])];
  const within = inJob[inJob.indexOf(from) + step];
  if (within) {
    within.focus();
    return true;
  }
  if (step === 1 && entering) {
    const add = job?.querySelector<HTMLElement>('.addrow input');
    add?.focus();
    if (add) return true;
  }
  const all = [...(from.closest('[data-grid]')?.querySelectorAll<HTMLElement>(`[data-col="${column}"]:not(:disabled)`) ?? [])];
  const next = all[all.indexOf(from) + step];
  next?.focus();
  return next !== undefined;
}

/** Cells of a line as a spreadsheet takes them. */
export interface Copied {
  kind: string;
  description: string;
  number: string;
  count: string;
  each: string;
}

/** Rows for the clipboard: cells between tabs, without what would begin a new cell or row. */
export function toClipboard(lines: Copied[]): string {
  const clean = (text: string) => text.replaceAll(/[\t\r\n]+/g, ' ');
  return lines.map((line) => [line.kind, line.description, line.number, line.count, line.each].map(clean).join('\t')).join('\n');
}

/** Whether a text from the clipboard is rows rather than words for one field. */
export function isRows(text: string): boolean {
  return /\t/.test(text) || /\S\s*\r?\n\s*\S/.test(text);
}
