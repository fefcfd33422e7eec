import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { memo, useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { day, moment, reading, typedReading, wallTime } from '../../../lib/format';
import { useFloor, useMay, useNow, useShop } from '../../../lib/shop';
import { EditCell } from '../../../ui/EditCell';
import { useOffered } from '../../Messaging/useThread';
import { Plate } from '../../../ui/Plate';
import { useSay } from '../../../ui/Toasts';
import { useKnownOnOrder } from '../panels/useKnownOnOrder';
import { headerText, useActions, useAround, useHeader, useJobs } from '../../../lib/order/useSheet';
import { EarliestPromise } from './EarliestPromise';
import styles from './SheetHeader.module.css';

interface Props {
  facts?: Schemas['VehicleSpecsAnswer'];
  /** Who else has the order open. */
  others: string[];
  onAddCar: () => void;
  onCheckIn: () => void;
}

const SENT: Record<Schemas['LinkState'], string> = {
  Open: 'Sent',
  Answered: 'Answered',
  Expired: 'Sent, link expired',
  Withdrawn: 'Send',
  Changed: 'Changed since sent',
};

/** What is to be known of the promise besides its time. */
function promiseWord(head: Schemas['SheetHeader']): string {
  if (head.promiseState === 'Late') return ', late';
  if (head.promiseState === 'CannotBeKept') return ', at risk';
  return head.promisedAgainstPlan ? ', against the plan' : '';
}

/** Car, customer, promise, stage, lead; below, readings and the ways to further matters. */
export const SheetHeader = memo(function SheetHeader({ facts, others, onAddCar, onCheckIn }: Props) {
  const { orderId, edits, closed, open } = useActions();
  const head = useHeader();
  const around = useAround();
  const shop = useShop();
  const floor = useFloor();
  const now = useNow();
  const say = useSay();
  const mayPlan = useMay('PlanWork');
  const mayWriteUp = useMay('WriteUp');
  const { pressing } = useKnownOnOrder(mayWriteUp ? head : undefined, useJobs(), orderId);
  const [busy, setBusy] = useState(false);
  const { vehicle, customer } = head;
  const header =
    (field: string, confirmed = false) =>
    (value: string) =>
      edits.header(field, headerText(head, field), value, head.version, confirmed);
  const lower = (field: string) => ({ code: 'odometer.lower', label: 'It is right', commit: header(field, true) });
  const quietly = (call: Promise<unknown>) => {
    setBusy(true);
    void call.catch(say.refused).finally(() => setBusy(false));
  };
  const last =
    vehicle?.lastReading && vehicle.lastReadingAt && shop
      ? `Last ${reading(vehicle.lastReading, shop.distanceUnit)} on ${day(wallTime(vehicle.lastReadingAt, shop.timeZone), now)}`
      : 'No earlier odometer';
  const about = [vehicle?.vin ? `VIN …${vehicle.vin.slice(-6)}` : '', vehicle?.color, `by ${head.writer}`].filter(Boolean);
  const marks = [
    vehicle && !head.onPremises && !closed ? 'Not here' : '',
    head.checkPending ? 'Needs quality check' : '',
    head.hasPriority ? 'Priority' : '',
    head.customerWaits ? 'Customer waiting' : '',
    head.oldPartsBack ? 'Return old parts' : '',
    head.washingWanted ? 'Wash before pickup' : '',
    head.contact ? `Contact: ${head.contact.name}` : '',
    head.site ? `Site: ${head.site.name}` : '',
    ...around.labels,
  ].filter(Boolean);
  const late = head.promiseState === 'Late' || head.promiseState === 'CannotBeKept';
  return (
    <>
      <div className="sheet-head">
        {vehicle?.photoHash && <img className="face" src={`/api/photos/${vehicle.photoHash}`} alt="" />}
        {vehicle ? <Plate text={vehicle.plate} large /> : <span className="plate large">{head.counterSale ? 'COUNTER' : 'ESTIMATE'}</span>}
        <div className={vehicle ? 'car-block' : 'clip'}>
          <h1 className="clip">
            {vehicle ? (
              <Link className="quiet-link" to={`/vehicles/${vehicle.id}`}>
                {vehicle.description}
              </Link>
            ) : (
              head.title || (head.counterSale ? 'Counter sale' : 'No vehicle yet')
            )}
          </h1>
          <div className="soft about">
            <span className="nowrap">{head.counterSale ? `Counter sale · Order ${head.number}` : `Order ${head.number}`}</span>
            {vehicle && (
              <>
                <label title={last}>
                  in
                  <EditCell
                    label="Odometer in"
                    value={head.odometerIn === null ? '' : typedReading(head.odometerIn)}
                    commit={header('odometerIn')}
                    sure={lower('odometerIn')}
                    disabled={closed}
                    placeholder={vehicle.lastReading ? `last ${vehicle.lastReading.toLocaleString('en-US')}` : 'missing'}
                    title={last}
                  />
                </label>
                <label title={last}>
                  out
                  <EditCell
                    label="Odometer out"
                    value={head.odometerOut === null ? '' : typedReading(head.odometerOut)}
                    commit={header('odometerOut')}
                    sure={lower('odometerOut')}
                    disabled={closed}
                    placeholder="at pickup"
                  />
                </label>
                <label>
                  key
                  <EditCell
                    className="tag"
                    label="Key tag"
                    value={head.keyTag}
                    commit={header('keyTag')}
                    disabled={closed}
                    placeholder="none"
                  />
                </label>
              </>
            )}
            <span className="clip" title={about.join(' · ')}>
              {about.join(' · ')}
            </span>
          </div>
        </div>
        <div className={styles.who}>
          <div className={`clip ${styles.name}`}>
            {customer ? (
              <Link className="quiet-link" to={`/customers/${customer.id}`}>
                {customer.name}
              </Link>
            ) : (
              'No customer'
            )}
          </div>
          <div className="soft clip">
            {customer
              ? [
                  customer.phone,
                  customer.visits > 0
                    ? `${customer.visits === 1 ? '1 visit' : `${customer.visits} visits`}${customer.since ? ` since ${customer.since.slice(0, 4)}` : ''}`
                    : 'first visit',
                ].join(' · ')
              : 'no name given'}
          </div>
        </div>
        {(customer?.alert || vehicle?.warning) && (
          <span className={`alert-mark ${styles.alert}`}>{[customer?.alert, vehicle?.warning].filter(Boolean).join(' · ')}</span>
        )}
        {!vehicle && !closed && (
          <button className="linkish nowrap" onClick={onAddCar}>
            Add vehicle…
          </button>
        )}
        <span className="grow" />
        <label className={`box ${late ? 'late' : ''} ${styles.promise}`}>
          <span>Promised{promiseWord(head)}</span>
          <EditCell
            label="Promised"
            value={head.promisedAt ? moment(head.promisedAt, now) : ''}
            commit={header('promisedAt')}
            disabled={closed}
            placeholder="none"
          />
        </label>
        <label className={`box ${styles.stage}`}>
          <span>Stage</span>
          <select
            value={head.stageId}
            disabled={!mayPlan || busy || head.ended !== ''}
            onChange={(event) =>
              quietly(
                edits.kept(
                  unwrap(
                    api.POST('/api/orders/{id}/stage', {
                      params: { path: { id: orderId } },
                      body: { stageId: Number(event.target.value), version: head.version },
                    }),
                  ),
                ),
              )
            }
          >
            {floor.data?.stages
              .filter((s) => !s.isRetired || s.id === head.stageId)
              .map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            {!floor.data?.stages.some((s) => s.id === head.stageId) && <option value={head.stageId}>{head.stageName}</option>}
          </select>
        </label>
        <label className={`box ${styles.lead}`}>
          <span>Lead tech</span>
          <select value={head.leadId ?? ''} disabled={closed || busy} onChange={(event) => quietly(header('leadId')(event.target.value))}>
            <option value="">unassigned</option>
            {shop?.staff
              .filter((s) => s.role === 'Technician')
              .map((s) => (
                <option key={s.id} value={s.id}>
                  {s.shortName}
                </option>
              ))}
          </select>
        </label>
      </div>
      <div className="factsline">
        {vehicle && (
          <>
            <div className="facts">
              {facts?.line.map((fact) => (
                <span key={fact.key} className="fact" title={[fact.shown, fact.condition, fact.caution].filter(Boolean).join(', ')}>
                  {fact.title} <b>{fact.short}</b>
                </span>
              ))}
              {facts?.trouble && <span className="soft clip">{facts.trouble}</span>}
            </div>
            <button className="linkish nowrap" onClick={() => open({ kind: 'facts' })}>
              All specs
            </button>
            <span className="key">F</span>
          </>
        )}
        <span className="grow" />
        <EarliestPromise promise={header('promisedAt')} />
        {mayWriteUp && vehicle && pressing > 0 && !closed && (
          <button className="linkish nowrap strong" onClick={() => open({ kind: 'known' })}>
            {pressing === 1 ? '1 alert' : `${pressing} alerts`}
          </button>
        )}
        <span className="marks clip" title={marks.join(' · ')}>
          {marks.join(' · ')}
        </span>
        {head.vehicle && (
          <button className="linkish nowrap" onClick={onCheckIn}>
            {around.checkIns > 0 ? 'Checked in' : 'Check in'}
          </button>
        )}
        <button className="linkish nowrap" onClick={() => open({ kind: 'details' })}>
          Details{around.files > 0 ? ` (${around.files})` : ''}
        </button>
        <Link className="nowrap" to={`/orders/${orderId}/talk-through`}>
          Talk-through
        </Link>
        <button className="linkish nowrap" onClick={() => open({ kind: 'send' })}>
          {around.sent ? SENT[around.sent.state] : 'Send'}
          {around.sent?.state === 'Open' && around.sent.seenAt ? ', opened' : ''}
        </button>
        <button className={`linkish nowrap ${around.unseenMessages > 0 ? 'strong' : ''}`} onClick={() => open({ kind: 'messages' })}>
          Messages{around.unseenMessages > 0 ? ` (${around.unseenMessages} new)` : ''}
        </button>
        <Documents orderId={orderId} />
        <button className="linkish" onClick={() => open({ kind: 'record' })}>
          Activity
        </button>
        {others.length > 0 && <span className="also-here nowrap">also viewing: {others.join(', ')}</span>}
      </div>
    </>
  );
});

/** The order's documents, to be looked at and printed. */
function Documents({ orderId }: { orderId: number }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const offered = useOffered(anchor ? orderId : undefined);
  const documents = offered?.flatMap(({ kind, words, brief }) => {
    const at = `/api/orders/${orderId}/${kind}.pdf`;
    return brief
      ? [
          [words, at],
          [brief, `${at}?brief=true`],
        ]
      : [[words, at]];
  });
  return (
    <>
      <button className="linkish nowrap" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        Print or PDF
      </button>
      {anchor && documents && (
        <Menu anchorEl={anchor} open onClose={() => setAnchor(null)}>
          {documents.length === 0 && <MenuItem disabled>There is nothing on this order to print yet</MenuItem>}
          {documents.map(([words, href]) => (
            <MenuItem key={href} component="a" href={href} target="_blank" rel="noreferrer" onClick={() => setAnchor(null)}>
              {words}
            </MenuItem>
          ))}
        </Menu>
      )}
    </>
  );
}
