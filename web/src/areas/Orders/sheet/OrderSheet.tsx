import Popover from '@mui/material/Popover';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { useKeys } from '../../../lib/keys';
import { useDebouncedValue } from '../../../lib/useDebouncedValue';
import { useMay, useNow, useShop } from '../../../lib/shop';
import { Failed, Loading } from '../../../ui/Feedback';
import { useReady } from '../../Messaging/useReady';
import { useSay } from '../../../ui/Toasts';
import type { Decision } from '../../Approval/DecisionDialog';
import { AddLine } from './AddLine';
import { Concerns } from './Concerns';
import type { DiscountTarget } from './DiscountDialog';
import { Findings } from '../../Inspections/Findings';
import { JobSheet } from './JobSheet';
import { SheetHeader } from './SheetHeader';
import { JobNavigator } from './JobNavigator';
import { TotalsBar } from './TotalsBar';
import { useActiveJob } from './useActiveJob';
import { useEdits } from '../../../lib/order/useEdits';
import { useHistory } from '../../../lib/order/useHistory';
import { usePresence } from './usePresence';
import { useStableValue } from './useStableValue';
import {
  ActionsContext,
  AroundContext,
  HeaderContext,
  JobsContext,
  TotalsContext,
  useFacts,
  useOffers,
  useSheet,
  workAndHeadOf,
  workOf,
  type Actions,
  type Beside,
  type Job,
} from '../../../lib/order/useSheet';
import { useSheetGrid } from './useSheetGrid';
import './orders.css';
import './sheet.css';

const DecisionDialog = lazy(() => import('../../Approval/DecisionDialog'));
const CloseDialog = lazy(() => import('../../Billing/CloseDialog'));
const EndDialog = lazy(() => import('./EndDialog'));
const AddCarDialog = lazy(() => import('./AddCarDialog'));
const RepriceDialog = lazy(() => import('../../Pricing/RepriceDialog'));
const CheckInDialog = lazy(() => import('../../WriteUp/CheckInDialog'));
const DetailsDrawer = lazy(() => import('./DetailsDrawer'));
const DiscountDialog = lazy(() => import('./DiscountDialog'));
const BesideSheet = lazy(() => import('./BesideSheet'));

const NO_JOBS: Job[] = [];
const NO_OFFERS: Schemas['RelatedWorkOffer'][] = [];
const SETTLED = 250;
const NOTHING: Schemas['CorrectionView'][] = [];
const NO_MISFITS: Schemas['MisfitView'][] = [];

/** The order sheet: one page from first word to paid invoice. */
export default function OrderSheet() {
  const id = Number(useParams().id);
  const navigate = useNavigate();
  const say = useSay();
  const tellReady = useReady(id);
  const mayTell = useMay('WriteToCustomers');
  const sheet = useSheet(id);
  const history = useHistory();
  const edits = useEdits(id, history);
  const shop = useShop();
  const today = useNow().slice(0, 10);
  const mayEdit = useMay('EditOrders');
  const mayMargin = useMay('SeeMargin');
  const mayEnd = useMay('EndOrders');
  const mayVoid = useMay('VoidOrders');
  const [margins, setMargins] = useState(() => sessionStorage.getItem('margins') !== 'hidden');
  const { currentId, setCurrent, focus } = useActiveJob();
  const [deciding, setDeciding] = useState<{ jobId: number; kind: Decision } | null>(null);
  const [closing, setClosing] = useState(false);
  const [ending, setEnding] = useState<'ended' | 'void' | null>(null);
  const [addingCar, setAddingCar] = useState(false);
  const [repricing, setRepricing] = useState(false);
  const [checkingIn, setCheckingIn] = useState(false);
  // Whoever comes from the list of parts to replace one finds what there is at once.
  const asked = Number(useSearchParams()[0].get('source'));
  const [beside, setBeside] = useState<Beside | null>(asked > 0 ? { kind: 'source', lineIds: [asked] } : null);
  const [discounting, setDiscounting] = useState<DiscountTarget | null>(null);
  const [why, setWhy] = useState<{ key: string; title: string; anchor: HTMLElement } | null>(null);
  const whys = useQuery({
    queryKey: ['order', id, 'why', sheet.data?.version],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/why', { signal, params: { path: { id } } })),
    enabled: why !== null,
    placeholderData: (before) => before,
  });
  const newJob = useRef<HTMLInputElement>(null);
  const data = sheet.data;
  const jobs = data?.jobs ?? NO_JOBS;
  // The tally shows new totals at once; the rows of a long order follow in small pieces, between which keys are heard.
  const drawn = useDeferredValue(jobs);
  const current = jobs.find((j) => j.id === currentId) ?? jobs.find((j) => j.decision === 'Proposed') ?? jobs[0];
  const head = data?.header;
  const invoice = data?.around.invoice;
  const closed = (head !== undefined && head.state !== 'Open') || !mayEdit;
  // What hangs on the order from afar is asked once the hands rest.
  const work = useDebouncedValue(workOf(data), SETTLED);
  const workAndHead = useDebouncedValue(workAndHeadOf(data), SETTLED);
  const facts = useFacts(id, workAndHead, data !== undefined && head?.vehicle !== null);
  const offers = useOffers(id, work, data !== undefined && !closed);
  const here = usePresence(id);
  const grid = useSheetGrid(data, edits, closed);
  // They are asked anew with every change; rows are drawn anew only where they differ.
  const proposed = useStableValue(facts.data?.corrections ?? NOTHING);
  const corrections = useMemo(() => new Map(proposed.map((c) => [c.lineId, c])), [proposed]);
  const unfit = useStableValue(facts.data?.misfits ?? NO_MISFITS);
  const misfits = useMemo(() => new Map(unfit.map((m) => [m.lineId, m])), [unfit]);
  const offered = useStableValue(offers);
  const jobIds = useStableValue(jobs.map((job) => job.id));
  const offersOf = useMemo(
    () => new Map(jobIds.map((jobId) => [jobId, offered.filter((offer) => offer.jobId === jobId)])),
    [jobIds, offered],
  );

  useEffect(() => {
    document.title = head ? `${head.vehicle?.plate || head.number} · Yardstick` : 'Yardstick';
    return () => void (document.title = 'Yardstick');
  }, [head]);

  const names = useMemo(() => new Map((shop?.staff ?? []).map((s) => [s.id, s.shortName])), [shop]);
  const shown = margins && mayMargin;
  const zone = shop?.timeZone ?? 'UTC';
  const actions = useMemo<Actions>(
    () => ({
      orderId: id,
      edits,
      closed,
      margins: shown,
      today,
      zone,
      names,
      why: (key, title, anchor) => setWhy({ key, title, anchor }),
      open: setBeside,
      discount: setDiscounting,
    }),
    [id, edits, closed, shown, today, zone, names],
  );
  const decideOn = useCallback((jobId: number, kind: Decision) => setDeciding({ jobId, kind }), []);

  const step = (by: number) => {
    const at = jobs.findIndex((j) => j.id === current?.id);
    const next = jobs[at + by];
    if (!next) return;
    setCurrent(next.id);
    document.getElementById(`job-${next.id}`)?.scrollIntoView({ block: 'nearest' });
  };
  const decide = (kind: Decision) => current && !closed && decideOn(current.id, kind);
  const askWhy = () => {
    const at = document.activeElement as HTMLElement | null;
    const key = at?.dataset.why;
    if (key) setWhy({ key, title: at.dataset.whyTitle ?? '', anchor: at });
  };
  const toggleMargins = useCallback(() => {
    sessionStorage.setItem('margins', margins ? 'hidden' : 'shown');
    setMargins(!margins);
  }, [margins]);
  const addCar = useCallback(() => setAddingCar(true), []);
  const checkIn = useCallback(() => setCheckingIn(true), []);
  const close = useCallback(() => setClosing(true), []);
  const unsourced = jobs
    .filter((job) => job.decision === 'Proposed' || job.decision === 'Approved')
    .flatMap((job) => job.lines.filter((line) => line.unsourced || line.wantsSource));
  const openBeside = (kind: Extract<Beside, { jobId?: number }>['kind']) => () =>
    setBeside({ kind, jobId: kind === 'guide' ? current?.id : undefined });
  useKeys('Order', [
    { key: 'Ctrl Enter', label: 'New job', run: () => newJob.current?.focus(), always: true },
    { key: 'J', label: 'Next job', run: () => step(1) },
    { key: 'K', label: 'Previous job', run: () => step(-1) },
    {
      key: 'Insert',
      label: 'Add to current job',
      run: () => document.querySelector<HTMLElement>(`#job-${current?.id} .addrow input`)?.focus(),
      always: true,
    },
    { key: 'A', label: 'Mark approved…', run: () => decide('Approved') },
    { key: 'D', label: 'Mark deferred…', run: () => decide('Deferred') },
    { key: 'X', label: 'Mark declined…', run: () => decide('Declined') },
    { key: 'W', label: 'Explain this amount', run: askWhy },
    ...(mayMargin ? [{ key: 'M', label: margins ? 'Hide cost and margin' : 'Show cost and margin', run: toggleMargins }] : []),
    ...(head?.vehicle
      ? [
          { key: 'F', label: 'Vehicle specs', run: openBeside('facts') },
          { key: 'G', label: 'Labor guide', run: openBeside('guide') },
          { key: 'H', label: 'Service history, this vehicle and similar ones', run: openBeside('earlier') },
          { key: 'V', label: 'Alerts and history', run: openBeside('known') },
          { key: 'Y', label: 'Maintenance schedule', run: openBeside('services') },
          { key: 'I', label: 'Check-in sheet', run: () => setCheckingIn(true) },
        ]
      : []),
    { key: 'B', label: 'Canned jobs by system', run: openBeside('canned') },
    {
      key: 'U',
      label: 'Go through incomplete lines',
      run: () => unsourced.length > 0 && setBeside({ kind: 'source', lineIds: unsourced.map((line) => line.id) }),
    },
    { key: 'Ctrl Z', label: 'Undo', run: () => grid.backOrForth('undo') },
    { key: 'Ctrl Y', label: 'Redo', run: () => grid.backOrForth('redo') },
    {
      key: 'T',
      label: 'Talk-through: read it out, include or leave out jobs, record the answer',
      run: () => void navigate(`/orders/${id}/talk-through`),
    },
    { key: 'S', label: 'Send to customer', run: openBeside('send') },
    { key: 'P', label: 'Messages', run: openBeside('messages') },
    ...(head?.stage === 'Done' && mayTell ? [{ key: 'O', label: 'Tell them it is ready', run: () => void tellReady() }] : []),
    { key: 'E', label: 'Estimate as PDF', run: () => window.open(`/api/orders/${id}/estimate.pdf`, '_blank') },
    { key: 'L', label: 'Details, labels and files', run: openBeside('details') },
    { key: 'R', label: 'Activity: who did what', run: openBeside('record') },
    ...(mayEnd && head?.state === 'Open' ? [{ key: '', label: 'End the order without an invoice', run: () => setEnding('ended') }] : []),
    ...(mayVoid && (head?.state === 'Open' || head?.state === 'Ended')
      ? [{ key: '', label: 'Make the order void', run: () => setEnding('void') }]
      : []),
    {
      key: 'C',
      label: invoice ? 'Go to the invoice' : 'Close and invoice',
      run: () => (invoice ? void navigate(`/invoices/${invoice.id}`) : head?.state === 'Open' && setClosing(true)),
    },
  ]);

  if (sheet.error && !sheet.data) return <Failed error={sheet.error} again={() => void sheet.refetch()} />;
  if (!data || !head) return <Loading what="the order" />;
  const decidingJob = deciding && jobs.find((j) => j.id === deciding.jobId);

  return (
    <ActionsContext value={actions}>
      <HeaderContext value={head}>
        <JobsContext value={jobs}>
          <TotalsContext value={data.totals}>
            <AroundContext value={data.around}>
              <div className="sheet-page" {...grid.handlers}>
                <SheetHeader facts={facts.data} others={here.people} onAddCar={addCar} onCheckIn={checkIn} />
                {head.ended && (
                  <div className="policy-older" role="status">
                    <span className="grow">{head.ended}</span>
                    {head.state === 'Ended' && mayEnd && (
                      <button
                        className="linkish"
                        onClick={() =>
                          void edits.kept(unwrap(api.POST('/api/orders/{id}/open-again', { params: { path: { id } } }))).catch(say.refused)
                        }
                      >
                        Open it again
                      </button>
                    )}
                  </div>
                )}
                {data.totals.policyIsOlder && !closed && (
                  <div className="policy-older" role="status">
                    <span className="grow">This repair order uses older pricing rules. Prices stay as they are until you reprice it.</span>
                    <button className="linkish" onClick={() => setRepricing(true)}>
                      Preview repricing
                    </button>
                  </div>
                )}
                <div className="sheet-body">
                  <JobNavigator
                    current={current?.id}
                    unsourced={unsourced.map((line) => line.id)}
                    onCurrent={(jobId) => {
                      setCurrent(jobId);
                      document.getElementById(`job-${jobId}`)?.scrollIntoView({ block: 'nearest' });
                    }}
                  />
                  <div className="jobs" data-grid onFocus={here.onFocus} onBlur={here.onBlur}>
                    <Concerns />
                    {drawn.map((job) => (
                      <JobSheet
                        key={job.id}
                        job={job}
                        current={job.id === current?.id}
                        onFocus={focus}
                        onDecide={decideOn}
                        selected={grid.selected}
                        corrections={corrections}
                        misfits={misfits}
                        offers={offersOf.get(job.id) ?? NO_OFFERS}
                        here={here.lines}
                      />
                    ))}
                    {!closed && <AddLine inputRef={newJob} onJob={setCurrent} first={jobs.length === 0} />}
                    <Findings />
                  </div>
                </div>
                <TotalsBar onClose={close} onMargins={toggleMargins} />
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
                {deciding && decidingJob && <DecisionDialog job={decidingJob} kind={deciding.kind} onClose={() => setDeciding(null)} />}
                {closing && (
                  <CloseDialog
                    onClose={() => setClosing(false)}
                    onEnd={() => {
                      setClosing(false);
                      setEnding('ended');
                    }}
                    onAddCar={() => {
                      setClosing(false);
                      setAddingCar(true);
                    }}
                  />
                )}
                {ending && <EndDialog making={ending} onClose={() => setEnding(null)} />}
                {addingCar && <AddCarDialog onClose={() => setAddingCar(false)} />}
                {repricing && <RepriceDialog onClose={() => setRepricing(false)} />}
                {checkingIn && <CheckInDialog orderId={id} onClose={() => setCheckingIn(false)} />}
                {discounting && <DiscountDialog target={discounting} onClose={() => setDiscounting(null)} />}
                {beside?.kind === 'details' && beside.jobId === undefined && (
                  <DetailsDrawer
                    onClose={() => setBeside(null)}
                    onEnd={(making) => {
                      setBeside(null);
                      setEnding(making);
                    }}
                  />
                )}
                {beside && !(beside.kind === 'details' && beside.jobId === undefined) && (
                  <BesideSheet beside={beside} facts={facts} onClose={() => setBeside(null)} />
                )}
              </Suspense>
            </AroundContext>
          </TotalsContext>
        </JobsContext>
      </HeaderContext>
    </ActionsContext>
  );
}

function Why({
  target,
  title,
  entries,
  failed,
}: {
  target: string;
  title: string;
  entries: Schemas['PriceExplanation'][] | undefined;
  failed: boolean;
}) {
  // A key that ends in a colon asks for every amount of its kind, such as each tax.
  const found = entries?.filter((entry) => (target.endsWith(':') ? entry.key.startsWith(target) : entry.key === target)) ?? [];
  return (
    <div className="why" role="dialog" aria-label={`How ${title} was calculated`}>
      <h3>How {title} was calculated</h3>
      {found.length > 0 ? (
        found.map((entry) => (
          <div key={entry.key}>
            {target.endsWith(':') && <h4>{entry.key.slice(target.length).toLowerCase()}</h4>}
            <dl>{entry.steps.map((step, i) => [<dt key={`t${i}`}>{step.text}</dt>, <dd key={`v${i}`}>{step.value}</dd>])}</dl>
          </div>
        ))
      ) : (
        <p className="soft">{failed ? 'The server is not responding. Try again.' : 'No charges make up this amount.'}</p>
      )}
    </div>
  );
}
