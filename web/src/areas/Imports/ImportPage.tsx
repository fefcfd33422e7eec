import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import { Part } from '../../ui/Fields';
import '../../ui/records.css';
import { count, KIND_WORDS, STATE_WORDS } from './words';

type Preview = Schemas['ImportPreview'];
const MOVING: Schemas['ImportState'][] = ['Running', 'Undoing'];

/** One file: which column is which, what would come in, how far it is. */
export default function ImportPage() {
  const id = Number(useParams().id);
  const refresh = useRefresh();
  const say = useSay();
  const [busy, setBusy] = useState(false);
  const key = ['import', id];
  const preview = useQuery({
    queryKey: [...key, 'preview'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/imports/{id}', { signal, params: { path: { id } } })),
    staleTime: Infinity,
  });
  const progress = useQuery({
    queryKey: [...key, 'progress'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/imports/{id}/progress', { signal, params: { path: { id } } })),
    // The server tells of each step; asking as well survives a lost line.
    refetchInterval: (query) => (query.state.data && MOVING.includes(query.state.data.state) ? 1000 : false),
  });
  const state = progress.data?.state;
  useEffect(() => {
    if (state && state !== 'Previewed') void refresh(['imports'], ['customers']);
  }, [state, refresh]);
  if (preview.error && !preview.data) return <Failed error={preview.error} again={() => void preview.refetch()} />;
  if (!preview.data) return <Loading what="Checking every row…" />;
  const run = progress.data ?? preview.data.run;
  const data = preview.data;
  const act = async (call: Promise<unknown>) => {
    setBusy(true);
    try {
      await call;
      await refresh(key);
    } catch (error) {
      say.refused(error);
    } finally {
      setBusy(false);
    }
  };
  const params = { params: { path: { id } } };
  const map = (column: number, field: string) =>
    act(
      unwrap(
        api.POST('/api/imports/{id}/mapping', {
          ...params,
          body: { fields: data.columns.map((c, i) => (i === column ? field : c.field === field && field ? '' : (c.field ?? ''))) },
        }),
      ),
    );
  const looking = run.state === 'Previewed';
  return (
    <div className="import-page">
      <header className="record-head">
        <div>
          <h1>{run.fileName}</h1>
          <span className="soft">
            {count(run.rows, 'row', 'rows')} of {KIND_WORDS[run.kind]} · {STATE_WORDS[run.state]}
          </span>
        </div>
        <span className="grow" />
        <Link to="/setup/files">All imports</Link>
        {looking && (
          <Button
            variant="contained"
            disabled={busy || preview.isFetching || data.good === 0 || data.missing.length > 0}
            onClick={() => void act(unwrap(api.POST('/api/imports/{id}/run', params)))}
          >
            Import {count(data.good, 'record', 'records')}
          </Button>
        )}
        {run.state === 'Running' && (
          <Button onClick={() => void act(unwrap(api.POST('/api/imports/{id}/stop', params)))}>Stop import</Button>
        )}
        {(run.state === 'Done' || run.state === 'Stopped') && run.made > 0 && (
          <Button disabled={busy} onClick={() => void act(unwrap(api.POST('/api/imports/{id}/undo', params)))}>
            Undo the import
          </Button>
        )}
      </header>
      {looking ? (
        <Looked data={data} busy={busy || preview.isFetching} onMap={(column, field) => void map(column, field)} />
      ) : (
        <Progress run={run} />
      )}
    </div>
  );
}

function Progress({ run }: { run: Schemas['ImportRunView'] }) {
  const moving = MOVING.includes(run.state);
  return (
    <Part title={STATE_WORDS[run.state]}>
      {moving && (
        <LinearProgress
          variant={run.state === 'Running' ? 'determinate' : 'indeterminate'}
          value={Math.min(100, (run.rowsDone / Math.max(1, run.rows)) * 100)}
          aria-label="Progress"
          sx={{ height: 8, borderRadius: 1, my: 1 }}
        />
      )}
      <p role="status">
        {run.state === 'Running' &&
          `${run.rowsDone.toLocaleString('en-US')} of ${count(run.rows, 'row', 'rows')}. You can keep working; the import continues in the background.`}
        {run.state === 'Undoing' && `${count(run.rowsDone, 'record is', 'records are')} still to be removed.`}
        {run.state === 'Done' && 'All rows are done.'}
        {run.state === 'Stopped' && `Stopped after ${count(run.rowsDone, 'row', 'rows')}.`}
        {run.state === 'Undone' && 'The import was undone.'}
      </p>
      <p>
        {count(run.made, 'record was', 'records were')} added, {count(run.onFile, 'row was', 'rows were')} on file already and left as they
        are, {count(run.bad, 'row', 'rows')} could not be imported.{' '}
        {run.bad > 0 && (
          <a href={`/api/imports/${run.id}/bad.csv`} download>
            Download those rows (CSV)
          </a>
        )}
      </p>
      {run.remark && <p className="strong">{run.remark}</p>}
    </Part>
  );
}

interface LookedProps {
  data: Preview;
  busy: boolean;
  onMap: (column: number, field: string) => void;
}

function Looked({ data, busy, onMap }: LookedProps) {
  return (
    <div className="import-body" aria-busy={busy}>
      <Part title="Match columns">
        {data.missing.length > 0 && (
          <p className="stop" role="alert">
            Choose the column for {data.missing.join(', ')}.
          </p>
        )}
        <div className="phrases">
          <table className="list">
            <thead>
              <tr>
                <th>Column in file</th>
                <th>Field</th>
                <th>Example</th>
              </tr>
            </thead>
            <tbody>
              {data.columns.map((column, i) => (
                <tr key={i}>
                  <td>{column.heading || <span className="soft">no heading</span>}</td>
                  <td>
                    <select
                      aria-label={`Column ${column.heading} is`}
                      value={column.field ?? ''}
                      disabled={busy}
                      onChange={(event) => onMap(i, event.target.value)}
                    >
                      <option value="">do not import</option>
                      {data.fields.map((field) => (
                        <option key={field.name} value={field.name}>
                          {field.label}
                          {field.needed ? ' (required)' : ''}
                        </option>
                      ))}
                    </select>
                  </td>
                  <td className="soft clip samples">{column.samples.join(' · ')}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </Part>
      <div className="record-main">
        <Part title="What would be imported">
          <p role="status">
            <b>{count(data.good, 'record', 'records')}</b> will be added, {count(data.onFile, 'row is', 'rows are')} on file already and
            would stay as {data.onFile === 1 ? 'it is' : 'they are'},{' '}
            <b className={data.bad > 0 ? 'stop' : ''}>{count(data.bad, 'row', 'rows')}</b> can't be imported.
          </p>
          {data.goodSamples.length > 0 && <p className="soft small">Examples: {data.goodSamples.join(' · ')}</p>}
        </Part>
        {data.bad > 0 && (
          <Part
            title="Rows that can't be imported"
            aside={
              <a href={`/api/imports/${data.run.id}/bad.csv`} download>
                Download all (CSV)
              </a>
            }
          >
            <p className="soft small">Fix them in that file and import it too; what is on file already is never added twice.</p>
            <div className="phrases">
              <table className="list">
                <tbody>
                  {data.badRows.map((row) => (
                    <tr key={row.row}>
                      <td className="soft nowrap">row {row.row}</td>
                      <td className="nowrap">{row.words}</td>
                      <td className="stop">{row.reason}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </Part>
        )}
      </div>
    </div>
  );
}
