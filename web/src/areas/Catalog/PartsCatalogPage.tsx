import Button from '@mui/material/Button';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { everyPage, type CsvColumn } from '../../lib/csv';
import { figure } from '../../lib/format';
import { useRefresh } from '../../lib/shop';
import { useDebouncedValue } from '../../lib/useDebouncedValue';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Field, Part } from '../../ui/Fields';
import { Labelled } from '../../ui/Labelled';
import { RowLinks } from '../../ui/RowLinks';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { useKept } from '../../ui/useKept';
import '../../ui/records.css';
import { PartAddOns } from './PartAddOns';
import { useRefusal } from '../../ui/useRefusal';

const COLUMNS: CsvColumn<Schemas['CatalogPartRow']>[] = [
  ['Number', (part) => part.number],
  ['Description', (part) => part.description],
  ['Category', (part) => part.category],
  ['On hand', (part) => part.onHand],
  ['Retired', (part) => part.withdrawn],
];

/** The parts that the shop knows. */
export default function PartsCatalogPage() {
  const id = Number(useParams().id);
  const [text, setText] = useState('');
  const searched = useDebouncedValue(text, 200);
  const page = (after: string) =>
    unwrap(api.GET('/api/catalog-parts', { params: { query: { text: searched, after: after || undefined } } }));
  const parts = useInfiniteQuery({
    queryKey: ['setup', 'parts', searched],
    queryFn: ({ pageParam }) => page(pageParam),
    initialPageParam: '',
    getNextPageParam: (page) => page.more ?? undefined,
    placeholderData: (before) => before,
  });
  if (parts.error && !parts.data) return <Failed error={parts.error} again={() => void parts.refetch()} />;
  if (!parts.data) return <Loading what="parts" />;
  const rows = parts.data.pages.flatMap((page) => page.parts);
  return (
    <div className="own-page">
      <div className="record-side">
        <Part
          title="Parts catalog"
          aside={
            <input
              className="part-search"
              aria-label="Find a part"
              placeholder="Number, words, category, brand"
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          }
        >
          <AddPart />
          {rows.length > 0 && (
            <div>
              <SaveCsv
                name="parts catalog"
                columns={COLUMNS}
                rows={(onCount) => everyPage('', (after) => page(after).then(({ parts: rows, more }) => ({ rows, next: more })), onCount)}
              />
            </div>
          )}
          {rows.length === 0 ? (
            <Empty title={searched ? 'No part like that' : 'No parts yet'}>
              {searched
                ? 'Add it above, or look for fewer words.'
                : 'A part joins the catalog when it is bought for stock, when you add it here, or from a file under Import and export.'}
            </Empty>
          ) : (
            <RowLinks
              label="Parts"
              rows={rows.map((part) => ({
                key: part.id,
                to: `/setup/parts/${part.id}`,
                name: part.description,
                soft: part.withdrawn,
                aside: part.number,
                more: part.withdrawn ? 'retired' : part.onHand ? `${figure(part.onHand)} on hand` : part.category,
              }))}
            />
          )}
          {parts.hasNextPage && (
            <Button disabled={parts.isFetchingNextPage} onClick={() => void parts.fetchNextPage()}>
              Show more
            </Button>
          )}
        </Part>
      </div>
      <div className="record-main">
        {id ? (
          <PartEditor key={id} id={id} />
        ) : (
          <Part title="What the catalog is for">
            <p>
              Parts that you stock or sell often. From here they come onto repair orders with their price, into canned jobs, and into
              purchase orders under the number that the supplier knows.
            </p>
          </Part>
        )}
      </div>
    </div>
  );
}

function AddPart() {
  const refresh = useRefresh();
  const navigate = useNavigate();
  const [number, setNumber] = useState('');
  const [description, setDescription] = useState('');
  const refusal = useRefusal('number');
  const add = () =>
    refusal.attempt(async () => {
      const { id } = await unwrap(api.POST('/api/catalog-parts', { body: { number, description } }));
      setNumber('');
      setDescription('');
      await refresh(['setup', 'parts']);
      void navigate(`/setup/parts/${id}`);
    });
  return (
    <form
      aria-label="Add a part"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <div className="add-row">
        <Labelled label="Description" value={description} onText={setDescription} problem={refusal.rest} />
        <Labelled label="Number" value={number} onText={setNumber} problem={refusal.of('number')} />
        <Button type="submit" variant="outlined">
          Add
        </Button>
      </div>
    </form>
  );
}

function PartEditor({ id }: { id: number }) {
  const refresh = useRefresh();
  const say = useSay();
  const part = useQuery({
    queryKey: ['setup', 'parts', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/catalog-parts/{id}', { signal, params: { path: { id } } })),
  });
  const renew = () => refresh(['setup', 'parts'], ['choices'], ['parts']);
  const set = useKept(
    (field, value) =>
      unwrap(api.POST('/api/catalog-parts/{id}', { params: { path: { id } }, body: { field, value, version: part.data?.version ?? 0 } })),
    renew,
  );
  if (part.error && !part.data) return <Failed error={part.error} again={() => void part.refetch()} />;
  if (!part.data) return <Loading what="the part" />;
  const p = part.data;
  const of = (field: string) => p.fields[field] ?? '';
  const row = (field: string, label: string, more: { placeholder?: string; list?: string[]; disabled?: boolean } = {}) => (
    <Field label={label} value={of(field)} commit={set(field, label, of(field))} {...more} />
  );
  const isTire = of('category') === 'tire' || of('rating') !== '' || of('dateCode') !== '';
  const withdraw = (withdrawn: boolean) => {
    const send = (to: boolean) =>
      unwrap(api.POST('/api/catalog-parts/{id}/withdraw', { params: { path: { id } }, body: { withdrawn: to } })).then(renew);
    send(withdrawn).then(
      () =>
        say.done(withdrawn ? `${of('number')} retired. Lines that already have it keep it.` : `${of('number')} restored.`, () =>
          send(!withdrawn),
        ),
      say.refused,
    );
  };
  return (
    <>
      <Part title={of('description')} aside={<Button onClick={() => withdraw(!p.withdrawn)}>{p.withdrawn ? 'Restore' : 'Retire'}</Button>}>
        {row('description', 'Description')}
        {row('number', 'Number')}
        {row('equivalents', 'Other numbers', { placeholder: 'of manufacturers and others, with commas' })}
        {row('category', 'Category', { placeholder: 'chooses markup and add-ons, such as filter' })}
        {row('brand', 'Brand', { placeholder: 'none' })}
        {row('condition', 'Condition', { list: p.conditions.filter(Boolean), placeholder: 'not said' })}
        {row('unit', 'Counted in', { list: p.units.filter(Boolean), placeholder: 'pieces' })}
        {isTire && row('rating', 'Load and speed', { placeholder: 'index and symbol, such as 91V' })}
        {p.categories.length > 0 && <p className="soft small">Categories so far: {p.categories.join(', ')}.</p>}
      </Part>
      <Part title="Price">
        {row('unitCost', 'Cost each', { disabled: p.onHand > 0 })}
        {row('listPrice', 'List price', { placeholder: 'none' })}
        {row('coreEach', 'Core charge', { placeholder: 'none' })}
        {p.onHand > 0 && <p className="soft small">What is on the shelf keeps the cost at which it was bought.</p>}
      </Part>
      <Part
        title="Stock"
        aside={
          <span className="soft small">
            {figure(p.onHand)} on hand{p.reserved ? `, ${figure(p.reserved)} reserved` : ''}
          </span>
        }
      >
        {row('bin', 'Bin', { placeholder: 'where it lies' })}
        {row('lowestLevel', 'Reorder at')}
        {row('fillLevel', 'Fill up to')}
        {row('packSize', 'Pack of')}
        {isTire && row('dateCode', 'Oldest made', { placeholder: 'week and year on the tire, such as 3525' })}
        <div className="field-row">
          <span className="soft">Usual supplier</span>
          <select
            aria-label="Usual supplier"
            value={of('supplierId')}
            onChange={(event) => void set('supplierId', 'Usual supplier', of('supplierId'))(event.target.value).catch(say.refused)}
          >
            <option value="">none</option>
            {p.suppliers.map((supplier) => (
              <option key={supplier.id} value={String(supplier.id)}>
                {supplier.name}
              </option>
            ))}
          </select>
        </div>
      </Part>
      <PartAddOns partId={id} addOns={p.addOns} renew={renew} />
    </>
  );
}
