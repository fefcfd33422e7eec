import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, Problem, sentence, unwrap, type Schemas } from '../../../lib/api';
import { useRefresh } from '../../../lib/shop';
import { Labelled } from '../../../ui/Labelled';
import { Failed, Loading } from '../../../ui/Feedback';
import { useSay } from '../../../ui/Toasts';

type LineForm = Required<Schemas['CannedLineForm']>;
type Form = Omit<Required<Schemas['CannedForm']>, 'lines'> & { lines: LineForm[] };

const KINDS = ['Labor', 'Part', 'Fee', 'Sublet', 'Text'] as const;
const BLANK_LINE: LineForm = {
  kind: 'Labor',
  description: '',
  count: '',
  amount: '',
  laborRate: '',
  number: '',
  passThrough: false,
  isAddition: false,
  perCount: false,
  factKey: '',
  followsFact: false,
};
const BLANK: Form = {
  title: '',
  system: '',
  words: '',
  fixedPrice: '',
  customerText: '',
  warranty: '',
  checklist: '',
  countUnit: '',
  count: '',
  discount: '',
  discountOn: 'All',
  credit: '',
  skill: '',
  equipment: '',
  checkWanted: false,
  linesOpen: false,
  favorite: false,
  lines: [BLANK_LINE],
  alternatives: [],
};

/** Fetches what is edited: a canned job, a job of an order, or nothing yet. */
export default function CannedEditor() {
  const { id } = useParams();
  const [params] = useSearchParams();
  const job = params.get('job');
  const existing = useQuery({
    queryKey: ['canned-jobs', 'form', id, job],
    queryFn: ({ signal }) =>
      id === 'new'
        ? unwrap(api.GET('/api/canned-jobs/from-job/{jobId}', { signal, params: { path: { jobId: Number(job) } } }))
        : unwrap(api.GET('/api/canned-jobs/{id}', { params: { path: { id: Number(id) } } })),
    enabled: id !== 'new' || job !== null,
    // What is being typed is not taken away by what others keep meanwhile.
    staleTime: Infinity,
    gcTime: 0,
  });
  if (id === 'new' && job === null) return <Editor key="new" begin={{ id: null, version: 0, form: BLANK }} />;
  if (existing.error) return <Failed error={existing.error} again={() => void existing.refetch()} />;
  if (!existing.data) return <Loading what="the canned job" />;
  return <Editor key={`${id}-${job}`} begin={existing.data} />;
}

function Editor({ begin }: { begin: Schemas['CannedFormView'] }) {
  const [form, setForm] = useState(begin.form as Form);
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const facts =
    useQuery({
      queryKey: ['canned-jobs', 'facts'],
      queryFn: ({ signal }) => unwrap(api.GET('/api/canned-jobs/facts', { signal })),
      staleTime: Infinity,
    }).data ?? [];
  const all = useQuery({ queryKey: ['canned-jobs'], queryFn: ({ signal }) => unwrap(api.GET('/api/canned-jobs', { signal })) }).data ?? [];
  const navigate = useNavigate();
  const refresh = useRefresh();
  const say = useSay();
  const set = <K extends keyof Form>(key: K, value: Form[K]) => setForm((now) => ({ ...now, [key]: value }));
  const setLine = (at: number, change: Partial<LineForm>) =>
    set(
      'lines',
      form.lines.map((line, i) => (i === at ? { ...line, ...change } : line)),
    );
  const wrong = (field: string) => (problem?.field === field ? problem.text : undefined);
  const systems = [...new Set(all.map((job) => job.system))];
  const keep = async () => {
    setBusy(true);
    try {
      const body = { form, version: begin.version };
      const kept =
        begin.id === null
          ? await unwrap(api.POST('/api/canned-jobs', { body }))
          : await unwrap(api.PUT('/api/canned-jobs/{id}', { params: { path: { id: begin.id } }, body }));
      await refresh(['canned-jobs'], ['choices']);
      say.done(`${form.title} saved, version ${kept.version}.`);
      void navigate('/setup/canned-jobs');
    } catch (error) {
      setProblem({ field: error instanceof Problem ? error.field : undefined, text: sentence(error) });
    } finally {
      setBusy(false);
    }
  };
  const remove = () => {
    const params = { path: { id: begin.id! } };
    unwrap(api.DELETE('/api/canned-jobs/{id}', { params })).then(() => {
      void refresh(['canned-jobs'], ['choices']);
      void navigate('/setup/canned-jobs');
      say.done(`${form.title} retired. Repair orders that already have it keep it.`, () =>
        unwrap(api.POST('/api/canned-jobs/{id}/restore', { params })).then(() => refresh(['canned-jobs'], ['choices'])),
      );
    }, say.refused);
  };
  return (
    <main className="canned-form">
      <div className="spread">
        <h2>{begin.id === null ? 'New canned job' : begin.form.title}</h2>
        {begin.id !== null && <span className="soft small">version {begin.version}</span>}
      </div>
      <div className="three">
        <Labelled label="Title" autoFocus value={form.title} problem={wrong('title')} onText={(text) => set('title', text)} />
        <Labelled label="System" list="systems" value={form.system} problem={wrong('system')} onText={(text) => set('system', text)} />
        <Labelled label="Search keywords" value={form.words} onText={(text) => set('words', text)} />
        <Labelled
          label="Fixed price"
          placeholder="price by line"
          value={form.fixedPrice}
          problem={wrong('fixedPrice')}
          onText={(text) => set('fixedPrice', text)}
        />
        <div className="two">
          <Labelled
            label="Discount"
            placeholder="10% or 15.00"
            value={form.discount}
            problem={wrong('discount')}
            onText={(text) => set('discount', text)}
          />
          <label className="labelled">
            <span>off</span>
            <select value={form.discountOn} onChange={(event) => set('discountOn', event.target.value as Form['discountOn'])}>
              <option value="All">the job</option>
              <option value="Labor">labor</option>
              <option value="Parts">parts</option>
            </select>
          </label>
        </div>
        <div className="two">
          <Labelled
            label="Count"
            placeholder="such as 4"
            value={form.count}
            problem={wrong('count')}
            onText={(text) => set('count', text)}
          />
          <Labelled
            label="Counted by"
            placeholder="tire, axle, cylinder"
            value={form.countUnit}
            onText={(text) => set('countUnit', text)}
          />
        </div>
        <Labelled
          label="Diagnosis: credited toward the repair"
          placeholder="none; 100% or an amount"
          value={form.credit}
          problem={wrong('credit')}
          onText={(text) => set('credit', text)}
        />
        <div className="two">
          <Labelled
            label="Skill"
            placeholder="any; such as brakes"
            value={form.skill}
            problem={wrong('skill')}
            onText={(text) => set('skill', text)}
          />
          <Labelled
            label="Bay equipment"
            placeholder="any bay; such as lift"
            value={form.equipment}
            problem={wrong('equipment')}
            onText={(text) => set('equipment', text)}
          />
        </div>
        <label className="row">
          <input type="checkbox" checked={form.checkWanted} onChange={(event) => set('checkWanted', event.target.checked)} />
          Quality check by another technician
        </label>
        <label className="row">
          <input type="checkbox" checked={form.linesOpen} onChange={(event) => set('linesOpen', event.target.checked)} />
          Customer may decline individual lines
        </label>
      </div>
      <datalist id="systems">
        {systems.map((system) => (
          <option key={system} value={system} />
        ))}
      </datalist>
      <table className="list canned-lines">
        <thead>
          <tr>
            <th>Type</th>
            <th>Description</th>
            <th>Part number or code</th>
            <th>Hours or qty</th>
            <th>Amount or cost</th>
            <th>Quantity from specs</th>
            <th>Scales with count</th>
            <th>Optional</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {form.lines.map((line, i) => (
            <tr key={i}>
              <td>
                <select
                  aria-label={`Type of line ${i + 1}`}
                  value={line.kind}
                  onChange={(event) => setLine(i, { kind: event.target.value as LineForm['kind'] })}
                >
                  {KINDS.map((kind) => (
                    <option key={kind}>{kind}</option>
                  ))}
                </select>
              </td>
              {(['description', 'number', 'count', 'amount'] as const).map((field) => (
                <td key={field}>
                  <input
                    aria-label={`${field === 'description' ? 'What' : field} of line ${i + 1}`}
                    aria-invalid={problem?.field === `lines[${i}].${field}`}
                    value={line[field]}
                    disabled={line.kind === 'Text' && field !== 'description'}
                    onChange={(event) => setLine(i, { [field]: event.target.value })}
                  />
                  {problem?.field === `lines[${i}].${field}` && <div className="field-problem">{problem.text}</div>}
                </td>
              ))}
              <td>
                {line.kind === 'Part' && (
                  <>
                    <select
                      aria-label={`Spec for line ${i + 1}`}
                      value={line.factKey}
                      onChange={(event) => setLine(i, { factKey: event.target.value })}
                    >
                      <option value="">none</option>
                      {facts.map(({ key, words }) => (
                        <option key={key} value={key}>
                          {words}
                        </option>
                      ))}
                    </select>
                    {line.factKey && (
                      <label className="row small">
                        <input
                          type="checkbox"
                          checked={line.followsFact}
                          onChange={(event) => setLine(i, { followsFact: event.target.checked })}
                        />{' '}
                        without asking
                      </label>
                    )}
                  </>
                )}
              </td>
              <td className="center">
                <input
                  type="checkbox"
                  aria-label={`Line ${i + 1} scales with the count`}
                  checked={line.perCount}
                  onChange={(event) => setLine(i, { perCount: event.target.checked })}
                />
              </td>
              <td className="center">
                <input
                  type="checkbox"
                  aria-label={`Line ${i + 1} is optional`}
                  checked={line.isAddition}
                  onChange={(event) => setLine(i, { isAddition: event.target.checked })}
                />
              </td>
              <td>
                <button
                  className="more"
                  aria-label={`Remove line ${i + 1}`}
                  onClick={() =>
                    set(
                      'lines',
                      form.lines.filter((_, at) => at !== i),
                    )
                  }
                >
                  ×
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <button className="chip" onClick={() => set('lines', [...form.lines, BLANK_LINE])}>
        Add line
      </button>
      <label className="labelled">
        <span>Warranty</span>
        <input
          value={form.warranty}
          placeholder="none; such as 12 months / 12,000 mi, parts"
          onChange={(event) => set('warranty', event.target.value)}
        />
      </label>
      <div className="two">
        <label className="labelled">
          <span>Customer description</span>
          <textarea rows={3} value={form.customerText} onChange={(event) => set('customerText', event.target.value)} />
        </label>
        <label className="labelled">
          <span>Technician checklist, one point a line</span>
          <textarea rows={3} value={form.checklist} onChange={(event) => set('checklist', event.target.value)} />
        </label>
      </div>
      <div className="row wrap">
        <label className="row">
          <input type="checkbox" checked={form.favorite} onChange={(event) => set('favorite', event.target.checked)} /> A favorite, offered
          before anything is typed
        </label>
        <label className="row">
          Alternatives
          <select
            aria-label="Alternatives"
            value=""
            onChange={(event) => set('alternatives', [...form.alternatives, Number(event.target.value)])}
          >
            <option value="">choose…</option>
            {all
              .filter((job) => job.id !== begin.id && !form.alternatives.includes(job.id))
              .map((job) => (
                <option key={job.id} value={job.id}>
                  {job.title}
                </option>
              ))}
          </select>
        </label>
        {form.alternatives.map((other) => (
          <button
            key={other}
            className="chip"
            title="Remove"
            onClick={() =>
              set(
                'alternatives',
                form.alternatives.filter((id) => id !== other),
              )
            }
          >
            {all.find((job) => job.id === other)?.title ?? '(retired job)'} ×
          </button>
        ))}
      </div>
      {problem && !problem.field && (
        <p className="field-problem" role="alert">
          {problem.text}
        </p>
      )}
      <div className="row">
        <Button variant="contained" disabled={busy} onClick={() => void keep()}>
          Save
        </Button>
        <Button onClick={() => void navigate('/setup/canned-jobs')}>Cancel</Button>
        <span className="grow" />
        {begin.id !== null && (
          <button className="linkish" onClick={remove}>
            Retire
          </button>
        )}
      </div>
    </main>
  );
}
