import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { day, reading, wallTime } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useMay, useNow, useShop } from '../../lib/shop';
import { useNewAppointment } from '../../ui/useNewAppointment';
import { Plate } from '../../ui/Plate';
import { Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import { CarPhoto } from './CarPhoto';
import { Field, Part } from '../../ui/Fields';
import { FilesPart } from '../Documents/FilesPart';
import { VinScan } from '../WriteUp/VinScan';
import { HistoryList } from '../Customers/HistoryList';
import { LabelsPart } from '../Setup/customFields/LabelsPart';
import { AnswersPart } from './AnswersPart';
import { RemindersPart } from '../FollowUp/RemindersPart';
import { useVehicleEdits, useVehiclePage, type VehiclePageView } from '../Customers/useRecords';
import '../../ui/records.css';
import styles from './VehiclePage.module.css';

const MergeDialog = lazy(() => import('../Customers/MergeDialog'));
const TransferDialog = lazy(() => import('./TransferDialog'));

/** A car: everything on file, edited in place. */
export default function VehiclePage() {
  const id = Number(useParams().id);
  const page = useVehiclePage(id);
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data) return <Loading what="the car" />;
  return <Vehicle vehicle={page.data} />;
}

function Vehicle({ vehicle }: { vehicle: VehiclePageView }) {
  const navigate = useNavigate();
  const mayWrite = useMay('WriteUp');
  const mayPlan = useMay('PlanWork');
  const newAppointment = useNewAppointment();
  const edits = useVehicleEdits(vehicle.id, vehicle.version);
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const [dialog, setDialog] = useState<'merge' | 'transfer' | null>(null);
  const f = vehicle.fields;
  const field = (name: string, label: string, placeholder?: string) => (
    <Field label={label} value={f[name] ?? ''} commit={(text) => edits.field(name, text)} disabled={!mayWrite} placeholder={placeholder} />
  );
  const open = () =>
    void navigate(
      vehicle.openOrderId ? `/orders/${vehicle.openOrderId}` : `/write-up?customer=${vehicle.customerId}&vehicle=${vehicle.id}`,
    );
  const book = () => void newAppointment({ customerId: vehicle.customerId, vehicleId: vehicle.id });
  useKeys('Vehicle', [
    ...(mayWrite || vehicle.openOrderId
      ? [{ key: 'U', label: vehicle.openOrderId ? 'Go to its open order' : 'Write up this vehicle', run: open }]
      : []),
    ...(mayPlan ? [{ key: 'C', label: 'New appointment', run: book }] : []),
  ]);
  return (
    <div className="record-page">
      <header className="record-head">
        <CarPhoto
          hash={f.photoHash ?? ''}
          name={f.plate || vehicle.description}
          disabled={!mayWrite}
          onKept={(hash) => edits.field('photoHash', hash)}
        />
        {f.plate && <Plate text={f.plate} large />}
        <div className={styles.what}>
          <h1>{vehicle.description || 'Vehicle'}</h1>
          <span className="soft">
            belongs to <Link to={`/customers/${vehicle.customerId}`}>{vehicle.customer}</Link>
          </span>
        </div>
        {f.warning && <span className="alert-mark">{f.warning}</span>}
        {vehicle.customerAlert && <span className="alert-mark">{vehicle.customerAlert}</span>}
        <span className="grow" />
        {vehicle.merges.map((merge) => (
          <button
            key={merge.id}
            className="linkish"
            onClick={() => void edits.takeApart(merge.id).then(() => say.done('Merge undone.'), say.refused)}
          >
            Undo merge with “{merge.gone}”
          </button>
        ))}
        {mayWrite && (
          <>
            <Button onClick={() => setDialog('transfer')}>Transfer owner…</Button>
            <Button onClick={() => setDialog('merge')}>Merge…</Button>
          </>
        )}
        {mayPlan && (
          <Button onClick={book}>
            Appointment <span className="key">C</span>
          </Button>
        )}
        {(mayWrite || vehicle.openOrderId) && (
          <Button variant="contained" onClick={open}>
            {vehicle.openOrderId ? `Open order ${vehicle.openOrderNumber}` : 'Write up'} <span className="key">U</span>
          </Button>
        )}
      </header>
      <div className="record-body">
        <div className="record-side">
          <Part title="On file">
            {field('plate', 'Plate')}
            {field('plateRegion', 'State')}
            {field('vin', 'VIN')}
            {mayWrite && (
              <div className="field-row">
                <span />
                <VinScan
                  onVin={(vin) => void edits.field('vin', vin).then(() => say.done(`The VIN is ${vin}.`), say.refused)}
                  onProblem={say.problem}
                />
              </div>
            )}
            {vehicle.vinRemarks.map((remark) => (
              <p key={remark} className="caution small">
                {remark}
              </p>
            ))}
            {field('year', 'Model year')}
            {field('make', 'Make')}
            {field('model', 'Model')}
            {field('trim', 'Trim')}
            {field('engine', 'Engine')}
            {field('transmission', 'Transmission')}
            {field('drive', 'Drive')}
            {field('color', 'Color')}
            {field('unitNumber', 'Unit number', 'fleet unit')}
            {field('productionMonth', 'Production date', 'such as 3/2019')}
            {field('warning', 'Alert', 'for example, lift only at marked points')}
          </Part>
          <AnswersPart vehicleId={vehicle.id} disabled={!mayWrite} />
          <LabelsPart kind="Vehicle" id={vehicle.id} disabled={!mayWrite} />
          {vehicle.earlierOwners.length > 0 && (
            <Part title="Previous owners">
              {vehicle.earlierOwners.map((owner, i) => (
                <div key={i} className="item-row">
                  <Link to={`/customers/${owner.customerId}`}>{owner.name}</Link>
                  <span className="soft small">
                    until {shop && day(wallTime(owner.until, shop.timeZone), now)}, recorded by {owner.by}
                  </span>
                </div>
              ))}
            </Part>
          )}
          <Part title="Odometer history">
            {vehicle.readings.length === 0 ? (
              <p className="soft">None yet; the write-up asks for one.</p>
            ) : (
              <table className="list">
                <tbody>
                  {vehicle.readings.slice(0, 10).map((r) => (
                    <tr key={r.at}>
                      <td>{shop && day(wallTime(r.at, shop.timeZone), now)}</td>
                      <td className="soft">{r.isReported && 'reported by the vehicle'}</td>
                      <td className="right">{shop && reading(r.reading, shop.distanceUnit)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </Part>
        </div>
        <div className="record-main">
          <RemindersPart vehicleId={vehicle.id} disabled={!mayWrite} />
          <HistoryList of="vehicles" id={vehicle.id} />
          <FilesPart kind="Vehicle" id={vehicle.id} disabled={!mayWrite} />
        </div>
      </div>
      <Suspense fallback={null}>
        {dialog === 'merge' && (
          <MergeDialog
            kind="vehicles"
            id={vehicle.id}
            name={f.plate || vehicle.description}
            merge={edits.merge}
            takeApart={edits.takeApart}
            onClose={() => setDialog(null)}
          />
        )}
        {dialog === 'transfer' && <TransferDialog vehicle={vehicle} transfer={edits.transfer} onClose={() => setDialog(null)} />}
      </Suspense>
    </div>
  );
}
