import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap } from '../../lib/api';
import { figure } from '../../lib/format';
import { useActions, useAround } from '../../lib/order/useSheet';
import { useMay, useRefresh } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';
import { MeasureRule } from './MeasureRule';

/** What the technicians found, and the inspections that it came of: one key makes it work. */
export function Findings() {
  const { findings, inspections } = useAround();
  const { orderId, closed } = useActions();
  const say = useSay();
  const refresh = useRefresh();
  const mayEdit = useMay('EditOrders');
  const [busy, setBusy] = useState(false);
  const edits = mayEdit && !closed;
  const open = findings.filter((finding) => finding.jobId === null && (finding.rating === 'Due' || finding.rating === 'Unsafe'));
  const make = (findingIds: number[] | null) => {
    setBusy(true);
    return unwrap(api.POST('/api/orders/{id}/findings/work', { params: { path: { id: orderId } }, body: { findingIds } }))
      .then(async ({ jobIds, joined }) => {
        say.done(
          [
            jobIds.length > 0 && `${jobIds.length} ${jobIds.length === 1 ? 'job' : 'jobs'} added`,
            joined > 0 && `${joined} ${joined === 1 ? 'finding belongs' : 'findings belong'} to work on the order`,
          ]
            .filter(Boolean)
            .join(', ') + '.' || 'Everything is on the order already.',
        );
        await refresh(['order', orderId], ['worklist']);
      }, say.refused)
      .finally(() => setBusy(false));
  };
  const read = (id: number) =>
    unwrap(api.POST('/api/inspections/{id}/read', { params: { path: { id } } })).then(() => refresh(['order', orderId]), say.refused);
  if (findings.length + inspections.length === 0 && !edits) return null;
  return (
    <section className="findings" aria-label="Findings">
      <div className="row">
        <h2 className="soft small strong">{findings.length > 0 ? 'Technician findings' : 'Inspections'}</h2>
        {inspections.map((inspection) => (
          <span key={inspection.id} className="small">
            <Link to={`/bench/inspections/${inspection.id}`}>{inspection.name}</Link>{' '}
            <span className="soft">
              {inspection.finished ? (inspection.isChecklist ? 'done' : 'finished') : `${inspection.done} of ${inspection.points}`}
            </span>
            {edits && inspection.finished && !inspection.read && (
              <>
                {' '}
                <button className="linkish small" onClick={() => void read(inspection.id)}>
                  Mark read
                </button>
              </>
            )}
          </span>
        ))}
        <span className="grow" />
        {edits && <StartInspection orderId={orderId} />}
        {edits && open.length > 0 && (
          <Button variant="contained" size="small" disabled={busy} onClick={() => void make(null)}>
            Add {open.length === 1 ? 'the finding' : `${open.length} findings`} to the order
          </Button>
        )}
      </div>
      {findings.map((finding) => (
        <div className="finding" key={finding.id}>
          <span className={`rating ${finding.rating}`}>{finding.rating}</span>
          <span className="grow">
            {finding.group && <span className="soft">{finding.group}: </span>}
            {finding.text}
            {finding.measured !== null && (
              <b>
                {' '}
                {figure(finding.measured)} {finding.unit}
              </b>
            )}
          </span>
          {finding.limits && finding.measured !== null && (
            <span className="finding-rule">
              <MeasureRule limits={finding.limits} unit={finding.unit} measured={finding.measured} />
            </span>
          )}
          {finding.photoHash && (
            <a href={`/api/photos/${finding.photoHash}`} target="_blank" rel="noreferrer">
              <img src={`/api/photos/${finding.photoHash}`} alt={finding.text} />
            </a>
          )}
          {finding.jobId !== null ? (
            <span className="soft small nowrap">on the order</span>
          ) : (
            edits &&
            finding.rating !== 'Good' && (
              <button
                className="linkish small nowrap"
                disabled={busy}
                aria-label={`Add ${finding.text} to the order`}
                onClick={() => void make([finding.id])}
              >
                Add to order
              </button>
            )
          )}
          <span className="soft small">{finding.by}</span>
        </div>
      ))}
    </section>
  );
}

/** Begins an inspection of a kind that the shop has. */
function StartInspection({ orderId }: { orderId: number }) {
  const say = useSay();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const templates = useQuery({
    queryKey: ['setup', 'inspections'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/inspection-templates', { signal })),
    staleTime: 300_000,
  }).data?.filter((template) => !template.retired);
  if (!templates || templates.length === 0) return null;
  const begin = (templateId: number) =>
    unwrap(api.POST('/api/orders/{id}/inspections', { params: { path: { id: orderId } }, body: { templateId } })).then(async (made) => {
      say.done('The inspection is on the bench.');
      await refresh(['order', orderId]);
      void navigate(`/bench/inspections/${made.id}`);
    }, say.refused);
  return (
    <select
      className="plain-select small"
      aria-label="Start an inspection"
      value=""
      onChange={(event) => void begin(Number(event.target.value))}
    >
      <option value="">Start an inspection…</option>
      {templates.map((template) => (
        <option key={template.id} value={template.id}>
          {template.name}
        </option>
      ))}
    </select>
  );
}
