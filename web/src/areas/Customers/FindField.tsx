import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { useKeys } from '../../lib/keys';
import { useMay } from '../../lib/shop';
import { Combo } from '../../ui/Combo';
import { Plate } from '../../ui/Plate';

export type Found = Schemas['FoundRecord'];

const RECENT = 'recent';
const MOST_RECENT = 8;

/** What was chosen lately in this browser, the latest first. */
function recent(): string[] {
  return (localStorage.getItem(RECENT) ?? '').split(',').filter(Boolean);
}

/** Keeps what was chosen, to be offered when the field is empty. */
export function keepRecent(found: Found) {
  const key = `${found.kind}${found.id}`;
  localStorage.setItem(RECENT, [key, ...recent().filter((other) => other !== key)].slice(0, MOST_RECENT).join(','));
}

/** What the find field answers for a text; without one what was chosen lately. */
export function useFind(text: string, enabled = true) {
  const lately = text.trim() ? '' : recent().join(',');
  return useQuery({
    queryKey: ['find', text.trim(), lately],
    queryFn: ({ signal }) => unwrap(api.GET('/api/find', { signal, params: { query: { q: text.trim(), recent: lately } } })),
    placeholderData: (before) => before,
    staleTime: 10_000,
    enabled,
  });
}

/** One row of an answer. */
export function FoundRow({ found }: { found: Found }) {
  return (
    <>
      {found.plate && <Plate text={found.plate} />}
      <span className="strong clip">{found.title}</span>
      <span className="soft clip grow">{found.detail}</span>
      {found.warning && <span className="stop small strong nowrap">{found.warning}</span>}
      {found.kind === 'Order' && <span className="soft small nowrap">{found.open ? 'open' : 'invoiced'}</span>}
    </>
  );
}

const KINDS: Record<Found['kind'], { words: string; page: string }> = {
  Customer: { words: 'Customer', page: 'customers' },
  Vehicle: { words: 'Vehicle', page: 'vehicles' },
  Order: { words: 'Order', page: 'orders' },
  FormerOrder: { words: 'Imported', page: 'formerOrders' },
};

/** Find anyone from anything, from every page. */
export function FindField() {
  const [text, setText] = useState('');
  const [used, setUsed] = useState(false);
  const ref = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const mayWrite = useMay('WriteUp');
  const { data, isPlaceholderData, isLoading } = useFind(text, used);
  const pending = isPlaceholderData || isLoading;
  useKeys('Everywhere', [{ key: '/', label: 'Search', run: () => ref.current?.focus() }]);
  const go = (found: Found) => {
    keepRecent(found);
    void navigate(`/${KINDS[found.kind].page}/${found.id}`);
  };
  return (
    <div onFocus={() => setUsed(true)} className="find">
      <Combo
        label="Search by name, phone, plate, VIN or order number"
        placeholder="Name, phone, plate, VIN, order…"
        inputRef={ref}
        text={text}
        onText={setText}
        pending={pending}
        none={`Nothing is on file for "${text}".`}
        choices={[
          ...(data ?? []).map((found) => ({
            key: `${found.kind}${found.id}`,
            kind: KINDS[found.kind].words,
            content: <FoundRow found={found} />,
            take: () => go(found),
          })),
          // What begins something new stands below what was found, and does not jump.
          ...(mayWrite && text.trim() && !pending
            ? [
                {
                  key: 'new',
                  kind: 'New',
                  content: <span>Write up “{text.trim()}”</span>,
                  take: () => void navigate(`/write-up?new=${encodeURIComponent(text.trim())}`),
                },
              ]
            : []),
        ]}
      >
        <span className="key" aria-hidden>
          /
        </span>
      </Combo>
    </div>
  );
}
