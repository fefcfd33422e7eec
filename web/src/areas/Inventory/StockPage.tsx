import Button from '@mui/material/Button';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { everyPage, type CsvColumn } from '../../lib/csv';
import { amount, figure, unitAmount } from '../../lib/format';
import { useNow } from '../../lib/shop';
import { useDebouncedValue } from '../../lib/useDebouncedValue';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { StockCard } from './StockCard';
import styles from './StockPage.module.css';

type Row = Schemas['StockRow'];
type Filter = Schemas['StockFilter'];
type Sort = Schemas['StockSort'];

const COLUMNS: CsvColumn<Row>[] = [
  ['Number', (part) => part.number],
  ['Description', (part) => part.description],
  ['Category', (part) => part.category],
  ['Bin', (part) => part.bin],
  ['On hand', (part) => part.onHand],
  ['Reserved', (part) => part.reserved],
  ['Available', (part) => part.free],
  ['On order', (part) => part.onOrder],
  ['Reorder at', (part) => part.lowestLevel],
  ['Fill up to', (part) => part.fillLevel],
  ['Average cost', (part) => part.averageCost],
  ['Last cost', (part) => part.lastCost],
  ['Value', (part) => part.value],
];

/** What the shop has of each part, what is kept and on order, and what it is worth. */
export default function StockPage() {
  const id = Number(useParams().id);
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [filter, setFilter] = useState<Filter>('Stocked');
  const [sort, setSort] = useState<Sort>('Number');
  const searched = useDebouncedValue(text, 200);
  const page = (after: string) =>
    unwrap(api.GET('/api/stock', { params: { query: { text: searched, filter, sort, after: after || undefined } } }));
  const stock = useInfiniteQuery({
    queryKey: ['stock', 'list', searched, filter, sort],
    queryFn: ({ pageParam }) => page(pageParam),
    initialPageParam: '',
    getNextPageParam: (last) => last.more ?? undefined,
    placeholderData: (before) => before,
  });
  if (stock.error && !stock.data) return <Failed error={stock.error} again={() => void stock.refetch()} />;
  if (!stock.data) return <Loading what="stock" />;
  const rows = stock.data.pages.flatMap((one) => one.parts);
  const open = (part: number) => void navigate(`/parts/stock/${part}`);
  return (
    <div className="page">
      <div className="page-head">
        <h1>Stock</h1>
        <Worth />
      </div>
      <section className="card" aria-label="Stock">
        <header>
          <input
            className={styles.search}
            aria-label="Find in stock"
            placeholder="Number, words, category, bin"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <SegmentedControl
            label="Show"
            value={filter}
            choices={[
              ['Stocked', 'Stocked'],
              ['Low', 'Low'],
              ['Reserved', 'Reserved'],
              ['Negative', 'Below zero'],
              ['All', 'All parts'],
            ]}
            onChange={setFilter}
          />
          <span className="grow" />
          {rows.length > 0 && (
            <SaveCsv
              name="stock"
              columns={COLUMNS}
              rows={(onCount) => everyPage('', (after) => page(after).then(({ parts, more }) => ({ rows: parts, next: more })), onCount)}
            />
          )}
        </header>
        {rows.length === 0 ? (
          <Empty title={searched ? 'No part like that' : 'Nothing here'}>
            {searched
              ? 'Look for fewer words, or under All parts.'
              : 'Parts that are received into stock, or brought in from a file, lie here with their bin and value.'}
          </Empty>
        ) : (
          <table className={`list ${styles.table}`}>
            <thead>
              <tr>
                <Head label="Number" by="Number" sort={sort} onSort={setSort} />
                <Head label="Part" by="Description" sort={sort} onSort={setSort} />
                <Head label="Bin" by="Bin" sort={sort} onSort={setSort} />
                <Head label="On hand" by="OnHand" sort={sort} onSort={setSort} right />
                <th className="right">Reserved</th>
                <th className="right">Available</th>
                <th className="right">On order</th>
                <th className="right">Average cost</th>
                <th className="right">Value</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((part) => (
                <tr
                  key={part.id}
                  className="open"
                  tabIndex={0}
                  onClick={() => open(part.id)}
                  onKeyDown={(event) => event.key === 'Enter' && open(part.id)}
                >
                  <td>{part.number}</td>
                  <td className={part.withdrawn ? 'soft' : 'strong'}>{part.description}</td>
                  <td>{part.bin}</td>
                  <td className={`right ${part.onHand < 0 ? 'stop strong' : ''}`}>
                    {figure(part.onHand)} {part.unit}
                    {part.low && <div className="small stop">low</div>}
                  </td>
                  <td className="right">{part.reserved ? figure(part.reserved) : ''}</td>
                  <td className="right">{figure(part.free)}</td>
                  <td className="right">{part.onOrder ? figure(part.onOrder) : ''}</td>
                  <td className="right">{unitAmount(part.averageCost)}</td>
                  <td className="right">{amount(part.value)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {stock.hasNextPage && (
          <div className={styles.more}>
            <Button disabled={stock.isFetchingNextPage} onClick={() => void stock.fetchNextPage()}>
              Show more
            </Button>
          </div>
        )}
      </section>
      {id > 0 && <StockCard id={id} onClose={() => void navigate('/parts/stock')} />}
    </div>
  );
}

interface HeadProps {
  label: string;
  by: Sort;
  sort: Sort;
  onSort: (by: Sort) => void;
  right?: boolean;
}

function Head({ label, by, sort, onSort, right }: HeadProps) {
  return (
    <th className={right ? 'right' : ''} aria-sort={sort === by ? (by === 'OnHand' ? 'descending' : 'ascending') : undefined}>
      <button className={`linkish ${sort === by ? 'strong' : ''}`} onClick={() => onSort(by)}>
        {label}
      </button>
    </th>
  );
}

/** What all stock is worth, today or at the end of any day. */
function Worth() {
  const today = useNow().slice(0, 10);
  const [day, setDay] = useState('');
  const worth = useQuery({
    queryKey: ['stock', 'value', day || today],
    queryFn: ({ signal }) => unwrap(api.GET('/api/stock/value', { signal, params: { query: { day: day || undefined } } })),
    placeholderData: (before) => before,
  });
  return (
    <span className="soft">
      {worth.data && (
        <>
          <b>{amount(worth.data.value)}</b> at average cost, end of{' '}
        </>
      )}
      <input
        type="date"
        className={styles.day}
        aria-label="Value at the end of which day"
        max={today}
        value={day || today}
        onChange={(event) => setDay(event.target.value)}
      />
      {worth.data && worth.data.low > 0 && (
        <>
          {' '}
          · <b>{worth.data.low}</b> to reorder
        </>
      )}
    </span>
  );
}
