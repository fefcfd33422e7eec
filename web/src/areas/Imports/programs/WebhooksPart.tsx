import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { moment, wallTime } from '../../../lib/format';
import { useNow, useRefresh, useShop } from '../../../lib/shop';
import { Failed, Loading } from '../../../ui/Feedback';
import { Part } from '../../../ui/Fields';
import { Labelled } from '../../../ui/Labelled';
import { useRefusal } from '../../../ui/useRefusal';
import { useSay } from '../../../ui/Toasts';
import { Choices } from './Choices';
import { MessagesPanel } from './MessagesPanel';
import { Secret } from './Secret';
import styles from './programs.module.css';
import type { CsvColumn } from '../../../lib/csv';
import { SaveCsv } from '../../../ui/SaveCsv';

const KEY = ['webhooks'];
type Row = Schemas['WebhookView'];
type Event = Schemas['WebhookEvent'];

const WEBHOOKS: CsvColumn<Row>[] = [
  ['Address', (row) => row.address],
  ['Told when', (row) => row.events.join('; ')],
  ['On', (row) => row.active],
  ['Failing since', (row) => row.failingSince],
  ['Waiting', (row) => row.waiting],
];

/** Webhooks: where, what about, whether messages arrive. */
export function WebhooksPart() {
  const hooks = useQuery({ queryKey: KEY, queryFn: ({ signal }) => unwrap(api.GET('/api/webhooks', { signal })) });
  const [editing, setEditing] = useState<Row | 'new' | null>(null);
  const [shown, setShown] = useState<Row | null>(null);
  const [secret, setSecret] = useState('');
  const refresh = useRefresh();
  const say = useSay();
  const after = (words?: string) => () => {
    if (words) say.done(words);
    return refresh(KEY);
  };
  const path = (row: Row) => ({ params: { path: { id: row.id } } });
  const turn = (row: Row) =>
    unwrap(api.POST('/api/webhooks/{id}/turn', { ...path(row), body: { on: !row.active } })).then(after(), say.refused);
  const remove = (row: Row) =>
    unwrap(api.DELETE('/api/webhooks/{id}', path(row))).then(after(`${host(row)} is told nothing more.`), say.refused);
  const attempt = (row: Row) =>
    unwrap(api.POST('/api/webhooks/{id}/try', path(row))).then(() => {
      setShown(row);
      return refresh(KEY);
    }, say.refused);
  if (hooks.error && !hooks.data) return <Failed error={hooks.error} again={() => void hooks.refetch()} />;
  if (!hooks.data) return <Loading what="webhooks" />;
  const { webhooks, events } = hooks.data;
  const words = new Map(events.map((event) => [event.event, event.words]));
  return (
    <Part
      title="Webhooks"
      aside={
        !editing && (
          <span className="row">
            {webhooks.length > 0 && <SaveCsv name="webhooks" columns={WEBHOOKS} rows={webhooks} />}
            <button className="linkish" onClick={() => setEditing('new')}>
              Add a webhook…
            </button>
          </span>
        )
      }
    >
      {secret && (
        <Secret label="Secret" value={secret} words="Shown only now. The receiver checks with it that a message is from this shop." />
      )}
      {webhooks.length === 0 && !editing && (
        <p className="soft">None yet. A webhook tells another program at once when something happens, so that it does not have to ask.</p>
      )}
      {editing && (
        <HookForm
          key={editing === 'new' ? 0 : editing.id}
          row={editing === 'new' ? null : editing}
          events={events}
          onClose={() => setEditing(null)}
          onKept={async (told) => {
            if (told) setSecret(told);
            setEditing(null);
            await refresh(KEY);
          }}
        />
      )}
      {webhooks.length > 0 && (
        <table className="list">
          <thead>
            <tr>
              <th scope="col">Address</th>
              <th scope="col">Told when</th>
              <th scope="col">State</th>
              <th scope="col">
                <span className="visually-hidden">What to do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {webhooks.map((row) => (
              <tr key={row.id}>
                <td className={styles.body}>{row.address}</td>
                <td className="small">{row.events.map((event) => words.get(event)).join(' · ')}</td>
                <td>
                  <State row={row} />
                </td>
                <td className="right nowrap">
                  <span className="row">
                    <button className="linkish" onClick={() => setShown(row)}>
                      Messages
                    </button>
                    <button className="linkish" onClick={() => void attempt(row)} disabled={!row.active}>
                      Send a test
                    </button>
                    <button className="linkish" onClick={() => setEditing(row)}>
                      Edit
                    </button>
                    <button className="linkish" onClick={() => void turn(row)}>
                      {row.active ? 'Turn off' : 'Turn on'}
                    </button>
                    <button className="linkish" aria-label={`Remove ${host(row)}`} onClick={() => void remove(row)}>
                      Remove
                    </button>
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {shown && <MessagesPanel id={shown.id} title={host(shown)} onClose={() => setShown(null)} />}
    </Part>
  );
}

const host = (row: Row) => new URL(row.address).host;

function State({ row }: { row: Row }) {
  const shop = useShop();
  const now = useNow();
  const since = row.failingSince && shop ? moment(wallTime(row.failingSince, shop.timeZone), now) : '';
  return (
    <>
      {!row.active ? 'Off' : since ? <b className={styles.warn}>Nothing arrives</b> : 'On'}
      {since && <span className="soft small block">since {since}</span>}
      {row.waiting > 0 && <span className="soft small block">{row.waiting} waiting</span>}
    </>
  );
}

interface FormProps {
  row: Row | null;
  events: Schemas['WebhookEventView'][];
  onClose: () => void;
  onKept: (secret: string) => Promise<void>;
}

function HookForm({ row, events, onClose, onKept }: FormProps) {
  const [address, setAddress] = useState(row?.address ?? '');
  const [chosen, setChosen] = useState<Event[]>(row?.events ?? []);
  const refusal = useRefusal('address', 'events');
  const keep = () =>
    refusal.attempt(async () => {
      const body = { id: row?.id ?? null, version: row?.version ?? 0, address, events: chosen };
      await onKept((await unwrap(api.POST('/api/webhooks', { body }))).secret);
    });
  return (
    <form
      className="inline-form"
      aria-label={row ? 'Edit the webhook' : 'Add a webhook'}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <Labelled label="Address" value={address} onText={setAddress} problem={refusal.of('address')} placeholder="https://" autoFocus />
      <Choices
        legend="Tell it when"
        of={events.map((event) => ({ value: event.event, words: event.words }))}
        chosen={chosen}
        onChoose={setChosen}
        problem={refusal.of('events')}
      />
      {refusal.rest && (
        <span className="field-problem" role="alert">
          {refusal.rest}
        </span>
      )}
      <div className="row">
        <Button type="submit" variant="contained">
          {row ? 'Save' : 'Add the webhook'}
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}
