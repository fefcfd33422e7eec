import Popover from '@mui/material/Popover';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, take, type Schemas } from '../../lib/api';
import { useKeys } from '../../lib/keys';
import { useMay } from '../../lib/shop';
import { Failed, Loading } from '../../ui/States';
import type { Decision } from '../Approval/DecisionDialog';
import { Concerns } from './Concerns';
import { Findings } from './Findings';
import { JobSheet } from './JobSheet';
import { NewJob } from './NewJob';
import { SheetHeader } from './SheetHeader';
import { Spine } from './Spine';
import { Tally } from './Tally';
import { SheetContext, useEdits, useSheet } from './useSheet';
import './orders.css';

const DecisionDialog = lazy(() => import('../Approval/DecisionDialog'));
const CloseDialog = lazy(() => import('../Billing/CloseDialog'));
const AddCarDialog = lazy(() => import('./AddCarDialog'));
const RepriceDialog = lazy(() => import('./RepriceDialog'));
const CheckInDialog = lazy(() => import('../WriteUp/CheckInDialog'));
const DetailsDrawer = lazy(() => import('./DetailsDrawer'));
const RecordDrawer = lazy(() => import('./RecordDrawer'));

/** The order sheet: one page from first word to paid invoice. */
export default function OrderSheet() {
  const id = Number(useParams().id);
  const navigate = useNavigate();
  const sheet = useSheet(id);
  const edits = useEdits(id);
  const mayEdit = useMay('EditOrders');
  const mayMargin = useMay('SeeMargin');
  const [margins, setMargins] = useState(() => sessionStorage.getItem('margins') !== 'hidden');
  const [currentId, setCurrent] = useState<number | null>(null);
  const [deciding, setDeciding] = useState<{ jobId: number; kind: Decision } | null>(null);
  const [closing, setClosing] = useState(false);
  const [addingCar, setAddingCar] = useState(false);
  const [repricing, setRepricing] = useState(false);
  const [details, setDetails] = useState(false);
  const [checkingIn, setCheckingIn] = useState(false);
  const [recordOpen, setRecordOpen] = useState(false);
  const [why, setWhy] = useState<{ key: string; title: string; anchor: HTMLElement } | null>(null);
  const whys = useQuery({
    queryKey: ['order', id, 'why', sheet.data?.version],
    queryFn: () => take(api.GET('/api/orders/{id}/why', { params: { path: { id } } })),
    enabled: why !== null,
    placeholderData: (before) => before,
  });
  const newJob = useRef<HTMLInputElement>(null);
  const data = sheet.data;
  const jobs = data?.jobs ?? [];
  const current = jobs.find((j) => j.id === currentId) ?? jobs.find((j) => j.decision === 'Proposed') ?? jobs[0];
  const closed = data?.state === 'Posted' || !mayEdit;

  useEffect(() => {
    document.title = data ? `${data.vehicle?.plate || data.number} · Yardstick` : 'Yardstick';
    return () => void (document.title = 'Yardstick');
  }, [data]);

  const step = (by: number) => {
    const at = jobs.findIndex((j) => j.id === current?.id);
    const next = jobs[at + by];
    if (!next) return;
    setCurrent(next.id);
    document.getElementById(`job-${next.id}`)?.scrollIntoView({ block: 'nearest' });
  };
  const decide = (kind: Decision) => current && !closed && setDeciding({ jobId: current.id, kind });
  const askWhy = () => {
    const at = document.activeElement as HTMLElement | null;
    const key = at?.dataset.why;
    if (key) setWhy({ key, title: at.dataset.whyTitle ?? '', anchor: at });
  };
  const toggleMargins = () => {
    sessionStorage.setItem('margins', margins ? 'hidden' : 'shown');
    setMargins(!margins);
  };
  useKeys('Order', [
    { key: 'Ctrl Enter', label: 'New job', run: () => newJob.current?.focus(), always: true },
    { key: 'J', label: 'Next job', run: () => step(1) },
    { key: 'K', label: 'Job before', run: () => step(-1) },
    { key: 'A', label: 'Record: approved', run: () => decide('Approved') },
    { key: 'D', label: 'Record: deferred', run: () => decide('Deferred') },
    { key: 'X', label: 'Record: declined', run: () => decide('Declined') },
    { key: 'W', label: 'Why is the focused amount what it is', run: askWhy },
    ...(mayMargin ? [{ key: 'M', label: margins ? 'Hide cost and margin' : 'Show cost and margin', run: toggleMargins }] : []),
    { key: 'E', label: 'Estimate as PDF', run: () => window.open(`/api/orders/${id}/estimate.pdf`, '_blank') },
    ...(data?.vehicle ? [{ key: 'I', label: 'Check-in sheet', run: () => setCheckingIn(true) }] : []),
    { key: 'L', label: 'Details, labels and files', run: () => setDetails(true) },
    { key: 'R', label: 'Record of who did what', run: () => setRecordOpen(true) },
    {
      key: 'C',
      label: data?.invoice ? 'Go to the invoice' : 'Close and invoice',
      run: () => (data?.invoice ? void navigate(`/invoices/${data.invoice.id}`) : setClosing(true)),
    },
  ]);

  if (sheet.error && !sheet.data) return <Failed error={sheet.error} again={() => void sheet.refetch()} />;
  if (!data) return <Loading what="the order" />;
  const deciding_job = deciding && jobs.find((j) => j.id === deciding.jobId);

  return (
    <SheetContext value={{ sheet: data, edits, closed, margins: margins && mayMargin, why: (key, title, anchor) => setWhy({ key, title, anchor }) }}>
      <div className="sheet-page">
        <SheetHeader
          onRecord={() => setRecordOpen(true)}
          onAddCar={() => setAddingCar(true)}
          onDetails={() => setDetails(true)}
          onCheckIn={() => setCheckingIn(true)}
        />
        {data.policyIsOlder && !closed && (
          <div className="policy-older" role="status">
            <span className="grow">This order is priced by an older policy than the one in force. Nothing changes until you say so.</span>
            <button className="linkish" onClick={() => setRepricing(true)}>
              See what repricing changes
            </button>
          </div>
        )}
        <div className="sheet-body">
          <Spine
            current={current?.id}
            onCurrent={(jobId) => {
              setCurrent(jobId);
              document.getElementById(`job-${jobId}`)?.scrollIntoView({ block: 'nearest' });
            }}
          />
          <div className="jobs" data-grid>
            <Concerns />
            {jobs.map((job) => (
              <JobSheet
                key={job.id}
                job={job}
                current={job.id === current?.id}
                onFocus={() => setCurrent(job.id)}
                onDecide={(kind) => setDeciding({ jobId: job.id, kind })}
              />
            ))}
            {!closed && <NewJob inputRef={newJob} onAdded={setCurrent} first={jobs.length === 0} />}
            <Findings />
          </div>
        </div>
        <Tally onClose={() => setClosing(true)} onMargins={toggleMargins} />
      </div>
      <Popover
        // Opened with its content, so that it finds its place at once.
        open={why !== null && !whys.isPending}
        anchorEl={why?.anchor}
        onClose={() => setWhy(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
        transformOrigin={{ vertical: 'top', horizontal: 'center' }}
      >
        {why && <Why target={why.key} title={why.title} entries={whys.data} failed={whys.isError} />}
      </Popover>
      <Suspense fallback={null}>
        {deciding && deciding_job && <DecisionDialog job={deciding_job} kind={deciding.kind} onClose={() => setDeciding(null)} />}
        {closing && <CloseDialog onClose={() => setClosing(false)} />}
        {addingCar && <AddCarDialog onClose={() => setAddingCar(false)} />}
        {repricing && <RepriceDialog onClose={() => setRepricing(false)} />}
        {details && <DetailsDrawer onClose={() => setDetails(false)} />}
        {checkingIn && <CheckInDialog orderId={id} onClose={() => setCheckingIn(false)} />}
        {recordOpen && <RecordDrawer id={id} onClose={() => setRecordOpen(false)} />}
      </Suspense>
    </SheetContext>
  );
}

function Why({ target, title, entries, failed }: { target: string; title: string; entries: Schemas['ReadOrderWhy'][] | undefined; failed: boolean }) {
  // A key that ends in a colon asks for every amount of its kind, such as each tax.
  const found = entries?.filter((entry) => (target.endsWith(':') ? entry.key.startsWith(target) : entry.key === target)) ?? [];
  return (
    <div className="why" role="dialog" aria-label={`Why ${title}`}>
      <h3>Why {title}</h3>
      {found.length > 0 ? (
        found.map((entry) => (
          <div key={entry.key}>
            {target.endsWith(':') && <h4>{entry.key.slice(target.length).toLowerCase()}</h4>}
            <dl>{entry.steps.map((step, i) => [<dt key={`t${i}`}>{step.text}</dt>, <dd key={`v${i}`}>{step.value}</dd>])}</dl>
          </div>
        ))
      ) : (
        <p className="soft">{failed ? 'The server does not answer.' : 'Nothing went into this amount.'}</p>
      )}
    </div>
  );
}
