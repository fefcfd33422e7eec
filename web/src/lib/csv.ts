/** A column of a file: its heading, and what stands in it. */
export type CsvColumn<Row> = readonly [heading: string, cell: (row: Row) => string | number | boolean | null | undefined];

/** What begins like a formula is kept from being one when a spreadsheet opens the file. */
function quoted(value: string | number | boolean | null | undefined): string {
  if (typeof value === 'number') return String(value);
  const text = value === true ? 'yes' : value === false ? '' : (value ?? '');
  const safe = /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/** Rows as a CSV file, the headings first. */
export function csv<Row>(columns: readonly CsvColumn<Row>[], rows: readonly Row[]): string {
  return [columns.map(([heading]) => quoted(heading)), ...rows.map((row) => columns.map(([, cell]) => quoted(cell(row))))]
    .map((cells) => `${cells.join(',')}\r\n`)
    .join('');
}

/** Every row of a list that is read page by page. */
export async function everyPage<Row, At>(
  first: At,
  page: (at: At) => Promise<{ rows: Row[]; next: At | null | undefined }>,
  onCount?: (rows: number) => void,
): Promise<Row[]> {
  const rows: Row[] = [];
  for (let at: At | null | undefined = first; ;) {
    const read = await page(at);
    rows.push(...read.rows);
    onCount?.(rows.length);
    at = read.next;
    if (at === null || at === undefined) return rows;
  }
}

/** Has the browser keep a file. */
export function saveFile(name: string, text: string) {
  const link = document.createElement('a');
  // The mark lets spreadsheets read letters beyond ASCII.
  link.href = URL.createObjectURL(new Blob(['\uFEFF', text], { type: 'text/csv;charset=utf-8' }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
