import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount, moment } from '../../lib/format';
import { useMay, useMe, useNow, useRefresh, useShop } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Plate } from '../../ui/Plate';
import { SaveCsv } from '../../ui/SaveCsv';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { useSay } from '../../ui/Toasts';
import styles from './WorklistPage.module.css';

type Row = Schemas['WorklistRow'];

const KINDS: Record<Row['kind'], [title: string, next: string]> = {
  UnderWay: ['Inspections under way', 'Look in'],
  Unread: ['Finished, not read', 'Read and price'],
  Unpriced: ['To price', 'Price'],
  Unasked: ['To ask the customer', 'Talk through or send'],
  Unanswered: ['Waiting for an answer', 'Ask again'],
  NotBegun: ['Approved, not begun', 'Assign'],
};

const COLUMNS: CsvColumn<Row>[] = [
  ['Waits for', (row) => KINDS[row.kind][0]],
  ['Order', (row) => row.number],
  ['Plate', (row) => row.plate],
  ['Vehicle', (row) => row.vehicle],
  ['Customer', (row) => row.customer],
  ['What', (row) => row.what],
  ['Since', (row) => row.since],
  ['Person', (row) => row.person],
  ['Worth', (row) => row.worth],
];

/** How long something has waited, in words. */
const age = (hours: number) => (hours < 1 ? 'just now' : hours < 48 ? `${hours} h` : `${Math.floor(hours / 24)} days`);

/** Whose move it is: inspections and estimates that wait for someone, the oldest first. */
export default function WorklistPage() {
  const me = useMe();
  const say = useSay();
  const refresh = useRefresh();
  const mayEdit = useMay('EditOrders');
  const [whose, setWhose] = useState<'all' | 'mine'>('all');
  const list = useQuery({
    queryKey: ['worklist'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/worklist', { signal })),
    refetchInterval: 60_000,
  });
  if (list.error && !list.data) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!list.data) return <Loading what="the worklist" />;
  const rows = list.data.filter((row) => whose === 'all' || row.person === me.shortName);
  const nothing = list.data.filter((row) => row.kind === 'Unread' && !row.toAct).length;
  const file = () =>
    unwrap(api.POST('/api/worklist/file')).then(async ({ inspections }) => {
      say.done(`${inspections} ${inspections === 1 ? 'inspection' : 'inspections'} without findings filed.`);
      await refresh(['worklist']);
    }, say.refused);
  return (
    <div className="page">
      <div className="page-head">
        <h1>Worklist</h1>
        <span className="soft">
          <b>{rows.filter((row) => row.toAct).length}</b> waiting for someone
        </span>
        <span className="grow" />
        <SegmentedControl
          label="Whose"
          value={whose}
          choices={[
            ['all', 'Everyone'],
            ['mine', 'Mine'],
          ]}
          onChange={setWhose}
        />
        {rows.length > 0 && <SaveCsv name="worklist" columns={COLUMNS} rows={rows} />}
        {mayEdit && nothing > 0 && (
          <Button variant="outlined" onClick={() => void file()}>
            File {nothing} without findings
          </Button>
        )}
      </div>
      {rows.length === 0 && (
        <Empty title="Nothing waits">Inspections and estimates that wait for someone appear here, the oldest first.</Empty>
      )}
      {(Object.keys(KINDS) as Row['kind'][]).map((kind) => {
        const of = rows.filter((row) => row.kind === kind);
        return of.length === 0 ? null : <Kind key={kind} kind={kind} rows={of} />;
      })}
    </div>
  );
}

function Kind({ kind, rows }: { kind: Row['kind']; rows: Row[] }) {
  const now = useNow();
  const mayEdit = useMay('EditOrders');
  const [title, next] = KINDS[kind];
  const to = (row: Row) =>
    row.kind === 'UnderWay' && row.inspectionId !== null
      ? `/bench/inspections/${row.inspectionId}`
      : row.kind === 'Unasked'
        ? `/orders/${row.orderId}/talk-through`
        : row.kind === 'NotBegun'
          ? '/floor'
          : `/orders/${row.orderId}`;
  return (
    <section className="card" aria-label={title}>
      <header>
        <h2>{title}</h2>
        <span className="soft">{rows.length}</span>
      </header>
      <table className={`list ${styles.rows}`}>
        <tbody>
          {rows.map((row) => (
            <tr key={`${row.orderId} ${row.inspectionId}`} className={row.toAct ? undefined : 'soft'}>
              <td className="nowrap">
                <Link to={`/orders/${row.orderId}`} className="plain">
                  <Plate text={row.plate || String(row.number)} />
                </Link>
              </td>
              <td>
                <span className="strong">{row.what}</span>
                <div className="soft small">
                  {row.vehicle} · {row.customer}
                </div>
              </td>
              <td className="soft nowrap" title={moment(row.since, now)}>
                {age(row.hours)}
              </td>
              <td className="soft nowrap">{mayEdit ? <Whose row={row} /> : row.person || 'anyone'}</td>
              <td className="right nowrap">{row.worth > 0 ? amount(row.worth) : ''}</td>
              <td className="right nowrap">{row.toAct ? <Link to={to(row)}>{next}</Link> : 'nothing to do'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Whose move it is, and handing it to somebody else: an inspection and approved work to a technician, the rest to a service writer. */
function Whose({ row }: { row: Row }) {
  const shop = useShop();
  const say = useSay();
  const refresh = useRefresh();
  const atWork = row.kind === 'UnderWay' || row.kind === 'NotBegun';
  const hand = async (technicianId: number | null, version: number) => {
    const params = { path: { id: row.orderId } };
    let after = version;
    if (row.kind === 'UnderWay')
      await unwrap(api.POST('/api/inspections/{id}/hand-over', { params: { path: { id: row.inspectionId! } }, body: { technicianId } }));
    else if (row.kind === 'NotBegun')
      after = (await unwrap(api.POST('/api/orders/{id}/technician', { params, body: { jobId: null, technicianId } }))).orderVersion;
    else {
      const body = { field: 'writerId', value: String(technicianId), version, confirmed: false };
      after = (await unwrap(api.POST('/api/orders/{id}/header', { params, body }))).version;
    }
    await refresh(['worklist'], ['order', row.orderId], ['floor']);
    return after;
  };
  return (
    <select
      className="plain-select"
      aria-label={`Whose move: ${row.what}, order ${row.number}`}
      value={row.personId ?? ''}
      onChange={(event) => {
        const to = event.target.value ? Number(event.target.value) : null;
        const name = shop?.staff.find((person) => person.id === to)?.shortName ?? 'anyone';
        hand(to, row.version).then((after) => say.done(`${row.what}: handed to ${name}.`, () => hand(row.personId, after)), say.refused);
      }}
    >
      {(atWork || row.personId === null) && <option value="">anyone</option>}
      {(shop?.staff ?? [])
        .filter((person) => person.id === row.personId || (person.role === 'Technician') === atWork)
        .map((person) => (
          <option key={person.id} value={person.id}>
            {person.shortName}
          </option>
        ))}
    </select>
  );
}
