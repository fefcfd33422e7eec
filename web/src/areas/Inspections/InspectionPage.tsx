import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, unwrap } from '../../lib/api';
import { moment } from '../../lib/format';
import { useMay, useMe, useNow, useRefresh, useShop } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Gauge } from '../../ui/Gauge';
import { Plate } from '../../ui/Plate';
import { useSay } from '../../ui/Toasts';
import { NumberPad } from './NumberPad';
import { PointGroup } from './PointGroup';
import { groupsOf, isDone, type Point } from './overlay';
import { useInspection } from './useInspection';
import '../../ui/bench.css';
import './inspection.css';

/** An inspection, or a checklist, in the hands of a technician: one tap a point. */
export default function InspectionPage() {
  const id = Number(useParams().id);
  const { inspection, entering, error, again, unsent, waiting } = useInspection(id);
  const me = useMe();
  const now = useNow();
  const shop = useShop();
  const say = useSay();
  const refresh = useRefresh();
  const mayWork = useMay('Work');
  const [open, setOpen] = useState<number | null>(null);
  const [measuring, setMeasuring] = useState<number | null>(null);
  if (error && !inspection) return <Failed error={error} again={again} />;
  if (!inspection) return <Loading what="the inspection" />;
  const done = inspection.points.filter(isDone).length;
  const finished = inspection.finishedAt !== null;
  const edits = mayWork && !finished;
  const pad = inspection.points.find((point) => point.id === measuring);
  const next = (point: Point) => {
    const rest = inspection.points.slice(inspection.points.findIndex((p) => p.id === point.id) + 1);
    const following = rest.find((p) => p.group === point.group && p.unit !== '' && p.measured === null && p.skipped === '');
    setMeasuring(following?.id ?? null);
  };
  const path = { id };
  const act = (send: () => Promise<unknown>) => send().then(() => refresh(['inspection', id], ['bench']), say.refused);
  return (
    <div className="bench inspection">
      <header className="inspection-head">
        <Plate text={inspection.plate} large />
        <div className="grow">
          <h1>{inspection.name}</h1>
          <div className="soft">
            {inspection.vehicle} · order {inspection.orderNumber}
            {inspection.odometer !== null && ` · ${inspection.odometer.toLocaleString('en-US')}`}
          </div>
        </div>
        <label className="soft small">
          Technician{' '}
          <select
            className="big"
            aria-label="Technician"
            value={inspection.technicianId ?? ''}
            disabled={finished}
            onChange={(event) =>
              void act(() =>
                unwrap(
                  api.POST('/api/inspections/{id}/hand-over', {
                    params: { path },
                    body: { technicianId: event.target.value ? Number(event.target.value) : null },
                  }),
                ),
              )
            }
          >
            <option value="">Whoever takes it</option>
            {(shop?.staff ?? [])
              .filter((person) => person.role === 'Technician' || person.id === me.id || person.id === inspection.technicianId)
              .map((person) => (
                <option key={person.id} value={person.id}>
                  {person.shortName}
                </option>
              ))}
          </select>
        </label>
      </header>
      <div className="inspection-progress">
        <Gauge value={done / Math.max(1, inspection.points.length)} label={`${done} of ${inspection.points.length} points done`} />
        <span className="nowrap">
          <b>{done}</b> of {inspection.points.length}
        </span>
      </div>
      {unsent > 0 && waiting && (
        <div className="notice" role="status">
          The shop does not answer. {unsent} {unsent === 1 ? 'entry waits' : 'entries wait'} on this device and will go out automatically.
        </div>
      )}
      {finished && (
        <div className="notice row" role="status">
          <span className="grow">
            Finished {moment(inspection.finishedAt!, now)}, {inspection.finishedBy}
          </span>
          <button className="big" onClick={() => void act(() => unwrap(api.POST('/api/inspections/{id}/reopen', { params: { path } })))}>
            Reopen
          </button>
        </div>
      )}
      {groupsOf(inspection).map(([group, points]) => (
        <PointGroup
          key={group}
          name={group}
          points={points}
          checklist={inspection.isChecklist}
          edits={edits}
          entering={entering}
          open={points.some((point) => point.id === open) ? open : null}
          onOpen={setOpen}
          onMeasure={setMeasuring}
        />
      ))}
      <div className="inspection-end">
        <Link to={me.role === 'Technician' ? '/bench' : `/orders/${inspection.orderId}`} className="big">
          {me.role === 'Technician' ? 'Back to the bench' : `Order ${inspection.orderNumber}`}
        </Link>
        <a className="big" href={`/api/inspections/${id}/inspection.pdf`} target="_blank" rel="noreferrer">
          {finished ? 'Print' : 'Print to fill in by hand'}
        </a>
        <span className="grow" />
        {edits && (
          <button className="big go" disabled={done < inspection.points.length} onClick={() => void entering.finish()}>
            {done < inspection.points.length ? `${inspection.points.length - done} still open` : 'Finish'}
          </button>
        )}
      </div>
      {pad && (
        <NumberPad
          key={pad.id}
          point={pad}
          onValue={(value) => {
            void entering.say(pad, 'Measure', value);
            next(pad);
          }}
          onSkip={() => {
            setMeasuring(null);
            setOpen(pad.id);
          }}
          onClose={() => setMeasuring(null)}
        />
      )}
    </div>
  );
}
