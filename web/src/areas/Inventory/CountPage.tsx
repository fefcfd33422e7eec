import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount, figure, moment } from '../../lib/format';
import { useMay, useNow, useRefresh } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './StockPage.module.css';

type Line = Schemas['StockCountLineView'];

const COLUMNS: CsvColumn<Line>[] = [
  ['Bin', (line) => line.bin],
  ['Number', (line) => line.number],
  ['Description', (line) => line.description],
  ['Counted', (line) => line.counted],
  ['Expected', (line) => line.expected],
  ['Difference', (line) => line.difference],
  ['Value', (line) => line.value],
  ['By', (line) => line.by],
];

/** A count: first blind, then the differences with their value, then posted. */
export default function CountPage() {
  const id = Number(useParams().id);
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const navigate = useNavigate();
  const mayPost = useMay('CorrectStock');
  const [looking, setLooking] = useState(false);
  const [reason, setReason] = useState('');
  const refusal = useRefusal('reason');
  const count = useQuery({
    queryKey: ['stock', 'counts', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/stock-counts/{id}', { signal, params: { path: { id } } })),
  });
  if (count.error && !count.data) return <Failed error={count.error} again={() => void count.refetch()} />;
  if (!count.data) return <Loading what="the count" />;
  const c = count.data;
  const shown = looking || !c.isOpen;
  const differing = c.lines.filter((line) => line.difference !== null && line.difference !== 0);
  const counted = c.lines.filter((line) => line.counted !== null).length;
  const params = { path: { id } };
  const keep = (partId: number, text: string) =>
    unwrap(api.POST('/api/stock-counts/{id}/counted', { params, body: { partId, counted: text } })).then(() =>
      refresh(['stock', 'counts']),
    );
  const post = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/stock-counts/{id}/post', { params, body: { reason } }));
      say.done(differing.length === 0 ? 'Posted: everything is as it should be.' : `Posted, ${amount(c.difference)} in all.`);
      await refresh(['stock'], ['parts']);
    });
  const drop = () =>
    unwrap(api.POST('/api/stock-counts/{id}/drop', { params })).then(async () => {
      say.done('The count is set aside. Nothing changed.');
      await refresh(['stock']);
      void navigate('/parts/counts');
    }, say.refused);
  return (
    <div className="page">
      <div className="page-head">
        <h1>Count {c.bin ? `of bin ${c.bin}` : 'of parts without a bin'}</h1>
        <span className="soft">
          {c.isOpen ? `${counted} of ${c.lines.length} counted` : `posted ${c.postedAt ? moment(c.postedAt, now) : ''}`}
        </span>
        <span className="grow" />
        <Link to="/parts/counts">All counts</Link>
        <SaveCsv name={`count ${c.bin}`} columns={COLUMNS} rows={c.lines} />
        {c.isOpen && <Button onClick={() => void drop()}>Set aside</Button>}
        {c.isOpen && (
          <Button variant={looking ? 'outlined' : 'contained'} disabled={counted === 0} onClick={() => setLooking(!looking)}>
            {looking ? 'Count on' : 'Show differences'}
          </Button>
        )}
      </div>
      {looking && c.isOpen && (
        <form
          className={`card row ${styles.bar}`}
          aria-label="Post the count"

          onSubmit={(event) => {
            event.preventDefault();
            void post();
          }}
        >
          <span>
            <b>{differing.length === 1 ? '1 part differs' : `${differing.length} parts differ`}</b>, {amount(c.difference)} at average cost.
            {counted < c.lines.length && ` ${c.lines.length - counted} were not counted and stay as they are.`}
          </span>
          <span className="grow" />
          <Labelled label="Why" value={reason} onText={setReason} maxLength={200} problem={refusal.of('reason') ?? refusal.rest} />
          {mayPost ? (
            <Button type="submit" variant="contained">
              Post count
            </Button>
          ) : (
            <span className="soft">Someone who may correct stock posts it.</span>
          )}
        </form>
      )}
      <section className="card" aria-label="Parts to count">
        <table className="list">
          <thead>
            <tr>
              <th>Bin</th>
              <th>Number</th>
              <th>Part</th>
              <th className="right">Counted</th>
              {shown && <th className="right">Expected</th>}
              {shown && <th className="right">Difference</th>}
              {shown && <th className="right">Value</th>}
              {shown && <th>By</th>}
            </tr>
          </thead>
          <tbody>
            {(shown && c.isOpen ? [...differing, ...c.lines.filter((line) => !differing.includes(line))] : c.lines).map((line) => (
              <tr key={line.partId}>
                <td>{line.bin}</td>
                <td>{line.number}</td>
                <td className="strong">{line.description}</td>
                <td className="right">
                  {c.isOpen ? (
                    <CountField line={line} keep={keep} />
                  ) : line.counted === null ? (
                    <span className="soft">not counted</span>
                  ) : (
                    figure(line.counted)
                  )}{' '}
                  {line.unit}
                </td>
                {shown && <td className="right">{line.expected === null ? '' : figure(line.expected)}</td>}
                {shown && <td className={`right ${line.difference ? 'strong' : 'soft'}`}>{difference(line)}</td>}
                {shown && <td className="right">{line.value ? amount(line.value) : ''}</td>}
                {shown && <td className="soft">{line.by}</td>}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </div>
  );
}

function difference(line: Line) {
  if (line.difference === null) return '';
  return line.difference > 0 ? `+${figure(line.difference)}` : figure(line.difference);
}

/** One number, kept when the field is left; Enter goes to the next part. */
function CountField({ line, keep }: { line: Line; keep: (partId: number, text: string) => Promise<unknown> }) {
  const say = useSay();
  const was = line.counted === null ? '' : figure(line.counted);
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <input
      className={styles.blind}
      inputMode="decimal"
      data-count
      aria-label={`Counted of ${line.description}, ${line.number}`}
      value={typed ?? was}
      onChange={(event) => setTyped(event.target.value)}
      onFocus={(event) => event.target.select()}
      onBlur={() => {
        if (typed === null || typed === was) return;
        keep(line.partId, typed).then(() => setTyped(null), say.refused);
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return;
        const all = [...document.querySelectorAll<HTMLInputElement>('[data-count]')];
        all[all.indexOf(event.currentTarget) + 1]?.focus();
      }}
    />
  );
}
