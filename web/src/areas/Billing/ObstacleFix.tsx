import Button from '@mui/material/Button';
import { lazy, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, Problem, unwrap, type Schemas } from '../../lib/api';
import { headerText, useActions, useHeader, useJobs } from '../../lib/order/useSheet';
import { useMay, useRefresh, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import type { Decision } from '../Approval/DecisionDialog';
import styles from './CloseDialog.module.css';

const DecisionDialog = lazy(() => import('../Approval/DecisionDialog'));
const PassCeilingDialog = lazy(() => import('../Approval/PassCeilingDialog'));

/** Where the customer heard of the shop: one click records it. */
function Source({ run }: { run: (what: () => Promise<unknown>) => Promise<void> }) {
  const { orderId } = useActions();
  const { customer } = useHeader();
  const shop = useShop();
  const refresh = useRefresh();
  const set = (value: string) =>
    run(async () => {
      const read = await unwrap(api.GET('/api/customers/{id}/page', { params: { path: { id: customer!.id } } }));
      await unwrap(
        api.POST('/api/customers/{id}/fields', {
          params: { path: { id: customer!.id } },
          body: { field: 'source', value, version: read.version },
        }),
      );
      await refresh(['obstacles', orderId], ['customer', customer!.id]);
    });
  return (
    <select aria-label="How they heard of the shop" value="" onChange={(event) => void set(event.target.value)}>
      <option value="" disabled>
        choose
      </option>
      {(shop?.customerSources ?? []).map((source) => (
        <option key={source}>{source}</option>
      ))}
    </select>
  );
}

interface Props {
  obstacle: Schemas['ClosingBlocker'];
  run: (what: () => Promise<unknown>) => Promise<void>;
  onClose: () => void;
  onAddCar: () => void;
}

/** What is in the way of the invoice, with what clears it. */
export function ObstacleFix({ obstacle, run, onClose, onAddCar }: Props) {
  return (
    <div className="notice row">
      <span className="grow">{obstacle.message}</span>
      <Way obstacle={obstacle} run={run} onClose={onClose} onAddCar={onAddCar} />
    </div>
  );
}

function Way({ obstacle, run, onClose, onAddCar }: Props) {
  const { orderId, edits, open } = useActions();
  const navigate = useNavigate();
  const mayPass = useMay('PassCeiling');
  const refresh = useRefresh();
  const [passing, setPassing] = useState(false);
  const go = (where: string) => () => {
    onClose();
    void navigate(where);
  };
  switch (obstacle.code) {
    case 'customer.source':
      return <Source run={run} />;
    case 'odometer.in':
    case 'odometer.out':
      return <Reading field={obstacle.field!} run={run} />;
    case 'job.undecided':
      return <Answer jobId={obstacle.jobId!} />;
    case 'clock.running':
      return (
        <Button
          onClick={() =>
            void run(async () => {
              await edits.kept(unwrap(api.POST('/api/orders/{id}/stop-clocks', { params: { path: { id: orderId } } })));
              await refresh(['obstacles', orderId], ['floor']);
            })
          }
        >
          Stop it now
        </Button>
      );
    case 'order.noVehicle':
      return <Button onClick={onAddCar}>Add the vehicle…</Button>;
    case 'order.nothing':
      return <Button onClick={go(`/orders/${orderId}/talk-through`)}>Talk it through</Button>;
    case 'order.ceiling':
      return (
        <>
          <Button onClick={go(`/orders/${orderId}/talk-through`)}>Talk it through</Button>
          {mayPass && <Button onClick={() => setPassing(true)}>Override…</Button>}
          {passing && <PassCeilingDialog onClose={() => setPassing(false)} />}
        </>
      );
    case 'payer.ceiling':
      return (
        <Button
          onClick={() => {
            onClose();
            open({ kind: 'details', jobId: obstacle.jobId! });
          }}
        >
          Authorization…
        </Button>
      );
    case 'part.needed':
    case 'part.coming':
    case 'sublet.outside':
      return <Button onClick={go('/parts')}>Go to Parts</Button>;
    default:
      return obstacle.jobId ? (
        <Button
          onClick={() => {
            onClose();
            setTimeout(() => document.querySelector<HTMLElement>(`#job-${obstacle.jobId} .decide button`)?.focus(), 300);
          }}
        >
          Go to the job
        </Button>
      ) : null;
  }
}

/** What the customer said about a job is recorded from here. */
function Answer({ jobId }: { jobId: number }) {
  const job = useJobs().find((one) => one.id === jobId);
  const [kind, setKind] = useState<Decision | null>(null);
  if (!job) return null;
  return (
    <>
      {(['Approved', 'Deferred', 'Declined'] as const).map((answer) => (
        <Button key={answer} onClick={() => setKind(answer)}>
          {answer}
        </Button>
      ))}
      {kind && <DecisionDialog job={job} kind={kind} onClose={() => setKind(null)} />}
    </>
  );
}

function Reading({ field, run }: { field: string; run: Props['run'] }) {
  const { edits } = useActions();
  const head = useHeader();
  const [text, setText] = useState('');
  const [lower, setLower] = useState('');
  const keep = (confirmed: boolean) =>
    run(async () => {
      try {
        await edits.header(field, headerText(head, field), text, head.version, confirmed);
      } catch (error) {
        if (!(error instanceof Problem && error.code === 'odometer.lower')) throw error;
        setLower(error.message);
      }
    });
  return (
    <form
      className="row"
      onSubmit={(event) => {
        event.preventDefault();
        void keep(lower !== '');
      }}
    >
      <div className={styles.reading}>
        <Labelled
          label="Odometer"
          value={text}
          onText={(typed) => {
            setText(typed);
            setLower('');
          }}
          problem={lower || undefined}
          inputMode="numeric"
          autoFocus
        />
      </div>
      <Button type="submit" disabled={!text.trim()} variant="outlined" sx={{ alignSelf: 'flex-end' }}>
        {lower ? 'It is right' : 'Save'}
      </Button>
    </form>
  );
}
