import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, sentence, unwrap, type Schemas } from '../../../lib/api';
import { uploadGuide } from '../../../lib/upload';
import { useRefresh } from '../../../lib/shop';
import { Labelled } from '../../../ui/Labelled';
import { StartingSets } from './StartingSets';
import { Empty } from '../../../ui/Feedback';
import { useSay } from '../../../ui/Toasts';

/** What stands beside the list while no job is edited: sets, and the shop's own labor guide. */
export default function CannedStart() {
  const refresh = useRefresh();
  const say = useSay();
  const jobs = useQuery({ queryKey: ['canned-jobs'], queryFn: ({ signal }) => unwrap(api.GET('/api/canned-jobs', { signal })) }).data ?? [];
  const sets = useQuery({ queryKey: ['canned-jobs', 'sets'], queryFn: ({ signal }) => unwrap(api.GET('/api/canned-sets', { signal })) });
  const [editing, setEditing] = useState<Schemas['CannedSetRequest'] | null>(null);
  const [problem, setProblem] = useState<string>();
  const renew = () => refresh(['canned-jobs'], ['choices']);
  const keep = async () => {
    try {
      await unwrap(api.POST('/api/canned-sets', { body: editing! }));
      await renew();
      setEditing(null);
    } catch (error) {
      setProblem(sentence(error));
    }
  };
  const remove = (set: Schemas['CannedSetView']) =>
    void unwrap(api.DELETE('/api/canned-sets/{id}', { params: { path: { id: set.id } } })).then(() => {
      void renew();
      say.done(`${set.title} removed.`, () => unwrap(api.POST('/api/canned-sets', { body: { ...set, id: null } })).then(renew));
    }, say.refused);
  return (
    <main className="canned-form">
      <StartingSets />
      <section>
        <h2>Canned job sets</h2>
        <p className="soft">Groups of canned jobs you can add in one step.</p>
        {sets.data?.length === 0 && !editing && (
          <Empty title="No sets yet">For example, a winter check: oil service, wipers, coolant.</Empty>
        )}
        {sets.data?.map((set) => (
          <div key={set.id} className="spread set-row">
            <span className="grow">
              <b>{set.title}</b>
              <span className="soft small">
                {' '}
                {set.jobIds.map((id) => jobs.find((job) => job.id === id)?.title ?? '(retired job)').join(', ')}
              </span>
            </span>
            <button className="linkish" onClick={() => setEditing({ id: set.id, title: set.title, words: set.words, jobIds: set.jobIds })}>
              Edit
            </button>
            <button className="linkish" onClick={() => remove(set)}>
              Remove
            </button>
          </div>
        ))}
        {editing ? (
          <div className="set-form">
            <Labelled
              label="Title"
              autoFocus
              value={editing.title}
              problem={problem}
              onText={(title) => setEditing({ ...editing, title })}
            />
            <Labelled label="Search keywords" value={editing.words} onText={(words) => setEditing({ ...editing, words })} />
            <div className="pick">
              {jobs.map((job) => (
                <label key={job.id} className="row">
                  <input
                    type="checkbox"
                    checked={editing.jobIds.includes(job.id)}
                    onChange={(event) =>
                      setEditing({
                        ...editing,
                        jobIds: event.target.checked ? [...editing.jobIds, job.id] : editing.jobIds.filter((id) => id !== job.id),
                      })
                    }
                  />
                  {job.title}
                </label>
              ))}
            </div>
            <div className="row">
              <button className="chip" onClick={() => void keep()}>
                Save the set
              </button>
              <button className="linkish" onClick={() => setEditing(null)}>
                Cancel
              </button>
            </div>
          </div>
        ) : (
          <button className="chip" onClick={() => setEditing({ id: null, title: '', words: '', jobIds: [] })}>
            New set
          </button>
        )}
      </section>
      <OwnGuidePart />
    </main>
  );
}

/** The shop's own labor guide: a CSV file takes the place of the one before. */
function OwnGuidePart() {
  const refresh = useRefresh();
  const guide = useQuery({ queryKey: ['own-guide'], queryFn: ({ signal }) => unwrap(api.GET('/api/own-guide', { signal })) });
  const [looked, setLooked] = useState<{ file: File; is: Schemas['LaborGuideImported'] } | null>(null);
  const [problem, setProblem] = useState('');
  const say = useSay();
  const look = async (file: File | undefined) => {
    if (!file) return;
    setProblem('');
    try {
      setLooked({ file, is: await uploadGuide(file, true) });
    } catch (error) {
      setLooked(null);
      setProblem(sentence(error));
    }
  };
  const bring = async (file: File) => {
    try {
      const came = await uploadGuide(file);
      setLooked(null);
      await refresh(['own-guide'], ['choices'], ['guide']);
      say.done(`${came.operations === 1 ? '1 operation is' : `${came.operations} operations are`} in the guide.`);
    } catch (error) {
      setProblem(sentence(error));
    }
  };
  return (
    <section>
      <h2>Your own labor guide</h2>
      <p className="soft">
        A CSV file whose first row names the columns: title and hours, and where wanted code, system, words, skill, make, model and
        contains. It takes the place of the one before; an operation with the code of the outside guide goes before that one.
      </p>
      <label className="chip filepick">
        Import a file…
        <input
          type="file"
          accept=".csv,text/csv"
          aria-label="Import a labor guide"
          onChange={(event) => {
            void look(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
      </label>{' '}
      {guide.data && guide.data.length > 0 && (
        <a className="chip" href="/api/own-guide.csv" download>
          Export (CSV)
        </a>
      )}
      {problem && (
        <p className="field-problem" role="alert">
          {problem}
        </p>
      )}
      {looked && (
        <div role="status" className="notice">
          <p>
            {looked.file.name}: {looked.is.change.added} new, {looked.is.change.changed} changed, {looked.is.change.removed} removed from
            the guide; {looked.is.operations} in all.
            {looked.is.refused.length > 0 &&
              ` ${looked.is.refused.length} ${looked.is.refused.length === 1 ? 'row is' : 'rows are'} skipped:`}
          </p>
          {looked.is.refused.slice(0, 20).map((row) => (
            <p key={row.row} className="small soft">
              Row {row.row}: {row.why}
            </p>
          ))}
          <button className="chip" onClick={() => void bring(looked.file)}>
            Replace the guide
          </button>{' '}
          <button className="linkish" onClick={() => setLooked(null)}>
            Cancel
          </button>
        </div>
      )}
      {guide.data && guide.data.length > 0 && (
        <table className="list">
          <thead>
            <tr>
              <th>Code</th>
              <th>Operation</th>
              <th>For</th>
              <th className="right">Hours</th>
            </tr>
          </thead>
          <tbody>
            {guide.data.map((o) => (
              <tr key={o.code}>
                <td>{o.code}</td>
                <td>
                  {o.title} <span className="soft small">{o.system}</span>
                </td>
                <td>{[o.make, o.model].filter(Boolean).join(' ') || 'all vehicles'}</td>
                <td className="right">{o.hours.toFixed(2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
