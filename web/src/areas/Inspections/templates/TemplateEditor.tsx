import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import type { CsvColumn } from '../../../lib/csv';
import { figure } from '../../../lib/format';
import { useRefresh } from '../../../lib/shop';
import { EditCell } from '../../../ui/EditCell';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { Field, Part } from '../../../ui/Fields';
import { Labelled } from '../../../ui/Labelled';
import { SaveCsv } from '../../../ui/SaveCsv';
import { uploadPoints } from '../../../lib/upload';
import { useSay } from '../../../ui/Toasts';
import { useRefusal } from '../../../ui/useRefusal';
import styles from './templates.module.css';

type Template = Schemas['InspectionTemplateView'];
type Point = Schemas['InspectionTemplatePointView'];

const limit = (value: number | null) => (value === null ? '' : figure(value));

/** A template with its points, each field kept as it is typed. */
export function TemplateEditor({ id }: { id: number }) {
  const refresh = useRefresh();
  const say = useSay();
  const template = useQuery({
    queryKey: ['setup', 'inspections', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/inspection-templates/{id}', { signal, params: { path: { id } } })),
  });
  const renew = () => refresh(['setup', 'inspections']);
  const path = { id };
  const set = (field: string) => (value: string) =>
    unwrap(api.POST('/api/inspection-templates/{id}', { params: { path }, body: { field, value } })).then(renew);
  if (template.error && !template.data) return <Failed error={template.error} again={() => void template.refetch()} />;
  if (!template.data) return <Loading what="the inspection" />;
  const t = template.data;
  const retire = (on: boolean) =>
    unwrap(api.POST('/api/inspection-templates/{id}/retire', { params: { path }, body: { on } })).then(async () => {
      say.done(on ? `${t.name} is retired; inspections that were begun stay.` : `${t.name} restored.`, () =>
        unwrap(api.POST('/api/inspection-templates/{id}/retire', { params: { path }, body: { on: !on } })).then(renew),
      );
      await renew();
    }, say.refused);
  const comeWith = (cannedJobId: number, on: boolean) =>
    unwrap(
      api.POST('/api/inspection-templates/{id}/comes-with/{cannedJobId}', { params: { path: { id, cannedJobId } }, body: { on } }),
    ).then(renew, say.refused);
  return (
    <>
      <Part title={t.name} aside={<Button onClick={() => void retire(!t.retired)}>{t.retired ? 'Restore' : 'Retire'}</Button>}>
        <div className={styles.settings}>
          <Field label="Name" value={t.name} commit={set('name')} />
          <label className="field-row">
            <span className="soft">Every vehicle on arrival</span>
            <input
              type="checkbox"
              className="tick-box"
              checked={t.onArrival}
              onChange={(event) => void set('onArrival')(String(event.target.checked)).catch(say.refused)}
            />
          </label>
          <label className="field-row">
            <span className="soft">Checklist: done, not rated</span>
            <input
              type="checkbox"
              className="tick-box"
              checked={t.isChecklist}
              onChange={(event) => void set('isChecklist')(String(event.target.checked)).catch(say.refused)}
            />
          </label>
          <div className="field-row">
            <span className="soft">Comes with</span>
            <span className="row">
              {t.comesWith.map((job) => (
                <button
                  key={job.id}
                  className="chip"
                  aria-label={`No longer with ${job.title}`}
                  onClick={() => void comeWith(job.id, false)}
                >
                  {job.title} ×
                </button>
              ))}
              <select
                aria-label="Comes with another canned job"
                className="plain-select"
                value=""
                onChange={(event) => void comeWith(Number(event.target.value), true)}
              >
                <option value="">add a canned job…</option>
                {t.cannedJobs
                  .filter((job) => !t.comesWith.some((other) => other.id === job.id))
                  .map((job) => (
                    <option key={job.id} value={job.id}>
                      {job.title}
                    </option>
                  ))}
              </select>
            </span>
          </div>
        </div>
      </Part>
      <Points template={t} renew={renew} />
    </>
  );
}

function Points({ template: t, renew }: { template: Template; renew: () => Promise<unknown> }) {
  const [open, setOpen] = useState<number | null>(null);
  const say = useSay();
  const columns: CsvColumn<Point>[] = [
    ['Group', (point) => point.group],
    ['Point', (point) => point.title],
    ['Unit', (point) => point.unit],
    ['More is worse', (point) => point.highIsWorse],
    ['Watch', (point) => point.watchAt],
    ['Due', (point) => point.dueAt],
    ['Unsafe', (point) => point.unsafeAt],
    ['Canned job', (point) => t.cannedJobs.find((job) => job.id === point.cannedJobId)?.title ?? ''],
    ['Count', (point) => point.countEach],
    ['Spec', (point) => point.factKey],
    ['Text when watch', (point) => point.watchText],
    ['Text when due', (point) => point.dueText],
    ['Text when unsafe', (point) => point.unsafeText],
  ];
  return (
    <Part
      title="Points"
      aside={
        <>
          <label className="chip">
            Import CSV
            <input
              type="file"
              accept=".csv,text/csv"
              className="visually-hidden"
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = '';
                if (file)
                  void uploadPoints(t.id, file).then(async (came) => {
                    await renew();
                    say.done(`${came.added} points added, ${came.changed} changed.`);
                  }, say.refused);
              }}
            />
          </label>
          {t.points.length > 0 && <SaveCsv name={t.name} columns={columns} rows={t.points} />}
        </>
      }
    >
      {t.points.length === 0 ? (
        <Empty title="No points yet">Add what is looked at, with the part of the vehicle that it belongs to.</Empty>
      ) : (
        <table className={`list ${styles.points}`}>
          <thead>
            <tr>
              <th>Part of the vehicle</th>
              <th>Point</th>
              <th>Measured in</th>
              <th className="right">Watch</th>
              <th className="right">Due</th>
              <th className="right">Unsafe</th>
              <th />
            </tr>
          </thead>
          {t.points.map((point, i) => (
            <PointRows
              key={point.id}
              template={t}
              point={point}
              first={i === 0}
              last={i === t.points.length - 1}
              open={open === point.id}
              onOpen={() => setOpen(open === point.id ? null : point.id)}
              renew={renew}
            />
          ))}
        </table>
      )}
      <AddPoint template={t} renew={renew} />
    </Part>
  );
}

interface RowProps {
  template: Template;
  point: Point;
  first: boolean;
  last: boolean;
  open: boolean;
  onOpen: () => void;
  renew: () => Promise<unknown>;
}

function PointRows({ template: t, point, first, last, open, onOpen, renew }: RowProps) {
  const say = useSay();
  const path = { id: t.id, pointId: point.id };
  const set = (field: string) => (value: string) =>
    unwrap(api.POST('/api/inspection-templates/{id}/points/{pointId}', { params: { path }, body: { field, value } })).then(renew);
  const act = (send: Promise<unknown>) => void send.then(renew, say.refused);
  const cell = (field: string, label: string, value: string, className = '') => (
    <EditCell label={`${label}, ${point.title}`} value={value} className={className} commit={set(field)} placeholder="–" />
  );
  return (
    <tbody>
      <tr>
        <td>{cell('group', 'Part of the vehicle', point.group)}</td>
        <td>{cell('title', 'Point', point.title)}</td>
        <td>
          <select
            className="plain-select"
            aria-label={`Measured in, ${point.title}`}
            value={point.unit}
            onChange={(event) => act(set('unit')(event.target.value))}
          >
            {t.units.map((unit) => (
              <option key={unit} value={unit}>
                {unit || 'rated'}
              </option>
            ))}
          </select>
        </td>
        {(['watchAt', 'dueAt', 'unsafeAt'] as const).map((field, i) => (
          <td key={field} className="right">
            {point.unit && cell(field, ['Watch', 'Due', 'Unsafe'][i]!, limit(point[field]), 'right')}
          </td>
        ))}
        <td className="right nowrap">
          <button className="linkish" aria-expanded={open} aria-label={`More about ${point.title}, ${point.group}`} onClick={onOpen}>
            {open ? 'Less' : 'More'}
          </button>
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={7}>
            <div className={styles.more}>
              {point.unit && (
                <>
                  <label className="field-row">
                    <span className="soft">More is worse</span>
                    <input
                      type="checkbox"
                      className="tick-box"
                      checked={point.highIsWorse}
                      onChange={(event) => act(set('highIsWorse')(String(event.target.checked)))}
                    />
                  </label>
                  <div className="field-row">
                    <span className="soft">Unsafe by the specs</span>
                    <select
                      aria-label={`Unsafe by the specs, ${point.title}`}
                      value={point.factKey}
                      onChange={(event) => act(set('factKey')(event.target.value))}
                    >
                      <option value="">the limit above</option>
                      {t.specs.map((spec) => (
                        <option key={spec.key} value={spec.key}>
                          {spec.title}
                        </option>
                      ))}
                    </select>
                  </div>
                </>
              )}
              <div className="field-row">
                <span className="soft">Asks for</span>
                <select
                  aria-label={`Canned job of ${point.title}`}
                  value={point.cannedJobId ?? ''}
                  onChange={(event) => act(set('cannedJobId')(event.target.value))}
                >
                  <option value="">no canned job</option>
                  {t.cannedJobs.map((job) => (
                    <option key={job.id} value={job.id}>
                      {job.title}
                    </option>
                  ))}
                </select>
              </div>
              <Field label="Count for each" value={figure(point.countEach)} commit={set('countEach')} />
              <Field label="Customer reads, watch" value={point.watchText} commit={set('watchText')} placeholder={point.title} />
              <Field label="Customer reads, due" value={point.dueText} commit={set('dueText')} placeholder={point.title} />
              <Field label="Customer reads, unsafe" value={point.unsafeText} commit={set('unsafeText')} placeholder={point.title} />
              <div className="row">
                {!first && (
                  <button
                    className="linkish"
                    onClick={() =>
                      act(
                        unwrap(api.POST('/api/inspection-templates/{id}/points/{pointId}/move', { params: { path }, body: { up: true } })),
                      )
                    }
                  >
                    Move up
                  </button>
                )}
                {!last && (
                  <button
                    className="linkish"
                    onClick={() =>
                      act(
                        unwrap(api.POST('/api/inspection-templates/{id}/points/{pointId}/move', { params: { path }, body: { up: false } })),
                      )
                    }
                  >
                    Move down
                  </button>
                )}
                <button
                  className="linkish"
                  onClick={() => act(unwrap(api.DELETE('/api/inspection-templates/{id}/points/{pointId}', { params: { path } })))}
                >
                  Remove
                </button>
              </div>
            </div>
          </td>
        </tr>
      )}
    </tbody>
  );
}

function AddPoint({ template: t, renew }: { template: Template; renew: () => Promise<unknown> }) {
  const [group, setGroup] = useState(t.points.at(-1)?.group ?? '');
  const [title, setTitle] = useState('');
  const refusal = useRefusal('group', 'title');
  const add = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/inspection-templates/{id}/points', { params: { path: { id: t.id } }, body: { group, title } }));
      setTitle('');
      await renew();
    });
  return (
    <form
      className="row"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <Labelled label="Part of the vehicle" value={group} onText={setGroup} list="point-groups" problem={refusal.of('group')} />
      <datalist id="point-groups">
        {[...new Set(t.points.map((point) => point.group))].map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <div className="grow">
        <Labelled label="What is looked at" value={title} onText={setTitle} problem={refusal.of('title') ?? refusal.rest} />
      </div>
      <Button type="submit" variant="outlined">
        Add point
      </Button>
    </form>
  );
}
