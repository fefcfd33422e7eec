import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import type { CsvColumn } from '../../../lib/csv';
import { amount, figure } from '../../../lib/format';
import { useKeys } from '../../../lib/keys';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { Labelled } from '../../../ui/Labelled';
import { LabelledSelect } from '../../../ui/LabelledSelect';
import { SaveCsv } from '../../../ui/SaveCsv';
import { SegmentedControl } from '../../../ui/SegmentedControl';
import { DraftsDialog } from './DraftsDialog';
import { FollowUpRows } from './FollowUpRows';
import { FollowUpSide } from './FollowUpSide';
import { followUpQuery, keyOf, KINDS, STATES, VIEWS, type Row, type View } from './kinds';
import styles from './followUp.module.css';

const COLUMNS: CsvColumn<Row>[] = [
  ['Due', (row) => row.on],
  ['State', (row) => STATES[row.state]],
  ['Kind', (row) => KINDS[row.kind]],
  ['Customer', (row) => row.customer],
  ['Phone', (row) => row.phone],
  ['Plate', (row) => row.plate],
  ['Vehicle', (row) => row.vehicle],
  ['What', (row) => row.title],
  ['Why', (row) => row.why],
  ['Tried', (row) => row.tried],
  ['Worth', (row) => row.worth],
];

type Order = 'due' | 'worth' | 'vehicle' | 'customer';

const ORDERS: Record<Exclude<Order, 'due'>, (a: Row, b: Row) => number> = {
  worth: (a, b) => b.worth - a.worth,
  vehicle: (a, b) => a.plate.localeCompare(b.plate) || a.vehicle.localeCompare(b.vehicle),
  customer: (a, b) => a.customer.localeCompare(b.customer),
};

const matches = (row: Row, text: string) =>
  `${row.customer} ${row.plate} ${row.vehicle} ${row.title} ${row.phone}`.toLowerCase().includes(text.trim().toLowerCase());

/** Everything that is due to be followed up: why now, what it is worth, what was tried, and the next step. */
export default function FollowUpPage() {
  const list = useQuery(followUpQuery);
  const [view, setView] = useState<View>('now');
  const [kind, setKind] = useState<Row['kind'] | ''>('');
  const [text, setText] = useState('');
  const [order, setOrder] = useState<Order>('due');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [current, setCurrent] = useState('');
  const [writing, setWriting] = useState<Row[] | null>(null);
  const search = useRef<HTMLInputElement>(null);
  const all = list.data?.rows ?? [];
  const shown = all.filter((row) => VIEWS[view].includes(row.state) && (!kind || row.kind === kind) && (!text || matches(row, text)));
  const rows = order === 'due' ? shown : [...shown].sort(ORDERS[order]);
  const at = rows.findIndex((row) => keyOf(row) === current);
  const selected = rows[at] ?? rows[0];
  const checked = all.filter((row) => chosen.has(keyOf(row)));
  const step = (by: number) => {
    const next = rows[Math.min(rows.length - 1, Math.max(0, (at < 0 ? 0 : at) + by))];
    if (next) setCurrent(keyOf(next));
  };
  const check = (row: Row) =>
    setChosen((before) => {
      const next = new Set(before);
      if (!next.delete(keyOf(row))) next.add(keyOf(row));
      return next;
    });
  useKeys('Follow-up', [
    { key: '↓', label: 'Next', run: () => step(1) },
    { key: '↑', label: 'Previous', run: () => step(-1) },
    { key: 'Space', label: 'Choose for a batch', run: () => selected && !selected.noMessage && check(selected) },
    { key: 'F', label: 'Narrow the list', run: () => search.current?.focus() },
    {
      key: 'W',
      label: 'Write',
      run: () => (checked.length > 0 ? setWriting(checked) : selected && !selected.noMessage && setWriting([selected])),
    },
  ]);
  useEffect(() => {
    document.querySelector('[data-current]')?.scrollIntoView({ block: 'nearest' });
  }, [current]);
  if (list.error && !list.data) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!list.data) return <Loading what="what is due" />;
  const sums = list.data.kinds;
  const worth = sums.find((sum) => sum.kind === kind)?.worth ?? 0;
  const free = rows.filter((row) => !row.noMessage);
  return (
    <div className="page">
      <div className="page-head">
        <h1>Follow-up</h1>
        <SegmentedControl
          label="Which"
          value={view}
          choices={[
            ['now', `To do ${figure(sums.reduce((sum, one) => sum + one.due, 0))}`],
            ['ahead', 'Next 30 days'],
            ['waiting', 'Waiting and closed'],
          ]}
          onChange={setView}
        />
        <span className="grow" />
        {rows.length > 0 && <SaveCsv name="follow-up" columns={COLUMNS} rows={rows} />}
        <Button variant={checked.length > 0 ? 'contained' : 'outlined'} disabled={checked.length === 0} onClick={() => setWriting(checked)}>
          {checked.length === 0 ? 'Write to those chosen…' : `Write about ${checked.length}…`}
        </Button>
      </div>
      <div className={styles.filters}>
        <Labelled label="Name, plate, phone or work" value={text} onText={setText} inputRef={search} />
        <LabelledSelect
          label="Kind"
          value={kind}
          choices={[
            ['', 'Everything'],
            ...(Object.keys(KINDS) as Row['kind'][]).map((one): [string, string] => {
              const sum = sums.find((s) => s.kind === one);
              return [one, sum && view === 'now' ? `${KINDS[one]}, ${sum.due}` : KINDS[one]];
            }),
          ]}
          onChange={(value) => setKind(value as Row['kind'] | '')}
        />
        <LabelledSelect
          label="First"
          value={order}
          choices={[
            ['due', 'the longest due'],
            ['worth', 'worth the most'],
            ['vehicle', 'by vehicle'],
            ['customer', 'by customer'],
          ]}
          onChange={(value) => setOrder(value as Order)}
        />
        {view === 'now' && free.length > 0 && (
          <Button onClick={() => setChosen(checked.length >= free.length ? new Set() : new Set([...chosen, ...free.map(keyOf)]))}>
            {checked.length >= free.length ? 'Choose none' : `Choose all ${figure(free.length)}`}
          </Button>
        )}
        <span className="grow" />
        {view === 'now' && kind && worth > 0 && (
          <span className="soft">
            {KINDS[kind]}: <b>{amount(worth)}</b> then
          </span>
        )}
      </div>
      {rows.length === 0 ? (
        <Empty title={view === 'now' ? 'Nothing to follow up' : 'Nothing here'}>
          Deferred, declined and advised work, reminders, unanswered estimates, missed appointments and thanks appear here when they are
          due.
        </Empty>
      ) : (
        <div className={styles.split}>
          <FollowUpRows
            rows={rows}
            current={selected ? keyOf(selected) : ''}
            chosen={chosen}
            more={list.data.more}
            onCheck={check}
            onOpen={(row) => setCurrent(keyOf(row))}
          />
          {selected && <FollowUpSide key={keyOf(selected)} row={selected} onWrite={() => setWriting([selected])} />}
        </div>
      )}
      {writing && (
        <DraftsDialog
          rows={writing}
          onClose={(sent) => {
            setWriting(null);
            if (sent) setChosen(new Set());
          }}
        />
      )}
    </div>
  );
}
