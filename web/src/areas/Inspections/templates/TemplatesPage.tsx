import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../../lib/api';
import type { CsvColumn } from '../../../lib/csv';
import { useRefresh } from '../../../lib/shop';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { Part } from '../../../ui/Fields';
import { Labelled } from '../../../ui/Labelled';
import { RowLinks } from '../../../ui/RowLinks';
import { SaveCsv } from '../../../ui/SaveCsv';
import { useRefusal } from '../../../ui/useRefusal';
import '../../../ui/records.css';
import { TemplateEditor } from './TemplateEditor';
import styles from './templates.module.css';

type Row = Schemas['InspectionTemplateRow'];

const COLUMNS: CsvColumn<Row>[] = [
  ['Name', (row) => row.name],
  ['Checklist', (row) => row.isChecklist],
  ['On arrival', (row) => row.onArrival],
  ['Points', (row) => row.points],
  ['Retired', (row) => row.retired],
];

const STARTS = [
  ['', 'nothing'],
  ['courtesy', 'a courtesy inspection, 32 points'],
  ['brakes', 'a brake inspection, 14 points'],
  ['maintenance', 'an oil service checklist, 10 points'],
] as const;

/** Inspections and checklists that the shop does. */
export default function TemplatesPage() {
  const id = Number(useParams().id);
  const templates = useQuery({
    queryKey: ['setup', 'inspections'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/inspection-templates', { signal })),
  });
  if (templates.error && !templates.data) return <Failed error={templates.error} again={() => void templates.refetch()} />;
  if (!templates.data) return <Loading what="inspections" />;
  const rows = templates.data;
  return (
    <div className="own-page">
      <div className="record-side">
        <Part title="Inspections" aside={rows.length > 0 && <SaveCsv name="inspections" columns={COLUMNS} rows={rows} />}>
          {rows.length === 0 && <Empty title="No inspections yet">Begin with one of the lists below; every point can be changed.</Empty>}
          <RowLinks
            label="Inspections"
            rows={rows.map((row) => ({
              key: row.id,
              to: `/setup/inspections/${row.id}`,
              name: row.name,
              soft: row.retired,
              aside: row.retired ? 'retired' : row.isChecklist ? 'checklist' : '',
              more: `${row.points} ${row.points === 1 ? 'point' : 'points'}${row.onArrival ? ', on arrival' : ''}`,
            }))}
          />
          <AddTemplate rows={rows} />
        </Part>
      </div>
      <div className="record-main">
        {rows.some((row) => row.id === id) ? (
          <TemplateEditor key={id} id={id} />
        ) : (
          <Part title="What an inspection is">
            <p>
              Points by part of the vehicle. A technician rates each good, watch, due or unsafe with one tap, or measures it, and the rating
              follows from your limits. A point that is due asks for a canned job: the service writer adds everything that was found to the
              order with one click.
            </p>
            <p>An inspection that was begun keeps its points, whatever is changed here.</p>
          </Part>
        )}
      </div>
    </div>
  );
}

function AddTemplate({ rows }: { rows: Row[] }) {
  const refresh = useRefresh();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [from, setFrom] = useState('');
  const refusal = useRefusal('name');
  const add = () =>
    refusal.attempt(async () => {
      const copyOf = from.startsWith('copy ') ? Number(from.slice(5)) : null;
      const { id } = await unwrap(api.POST('/api/inspection-templates', { body: { name, copyOf, start: copyOf ? '' : from } }));
      setName('');
      await refresh(['setup', 'inspections']);
      void navigate(`/setup/inspections/${id}`);
    });
  return (
    <form
      className={styles.add}
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <Labelled label="Name of a new one" value={name} onText={setName} problem={refusal.of('name') ?? refusal.rest} maxLength={80} />
      <label className="labelled">
        <span>Begin with</span>
        <select className="plain-select" value={from} onChange={(event) => setFrom(event.target.value)}>
          {STARTS.map(([start, words]) => (
            <option key={start} value={start}>
              {words}
            </option>
          ))}
          {rows.map((row) => (
            <option key={row.id} value={`copy ${row.id}`}>
              the points of {row.name}
            </option>
          ))}
        </select>
      </label>
      <Button type="submit" variant="outlined">
        Add
      </Button>
    </form>
  );
}
