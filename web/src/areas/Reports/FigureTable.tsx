import { useNavigate } from 'react-router';
import type { Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { SaveCsv } from '../../ui/SaveCsv';
import { shown } from './units';
import styles from './measures.module.css';

type Table = Schemas['MeasureTable'];
type Row = Schemas['MeasureTableRow'];

/** A table of measures: words first, then figures. */
export function FigureTable({ table }: { table: Table }) {
  const navigate = useNavigate();
  const words = table.columns.filter((column) => column.unit === null);
  const figures = table.columns.filter((column) => column.unit !== null);
  const columns: CsvColumn<Row>[] = [
    ...words.map((column, i): CsvColumn<Row> => [column.name, (row) => row.words[i]]),
    ...figures.map((column, i): CsvColumn<Row> => [column.name, (row) => row.figures[i]]),
  ];
  return (
    <section className={`card ${styles.table}`} aria-label={table.title}>
      <header>
        <h2>{table.title}</h2>
        {table.rows.length > 0 && (
          <SaveCsv name={table.title.toLowerCase().replaceAll(/[^a-z]+/g, '-')} columns={columns} rows={table.rows} />
        )}
      </header>
      {table.rows.length === 0 ? (
        <p className="soft">Nothing in this period.</p>
      ) : (
        <table className="list">
          <thead>
            <tr>
              {words.map((column) => (
                <th key={column.name}>{column.name}</th>
              ))}
              {figures.map((column) => (
                <th key={column.name} className="right">
                  {column.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.rows.map((row, i) => (
              <tr key={i} className={row.link ? 'open' : ''} onClick={row.link ? () => void navigate(row.link) : undefined}>
                {row.words.map((text, at) => (
                  <td key={at} className={text === 'All' ? 'strong' : ''}>
                    {text}
                  </td>
                ))}
                {row.figures.map((figure, at) => (
                  <td key={at} className="right nowrap">
                    {figure === null ? '' : shown(figure, figures[at]!.unit!)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
