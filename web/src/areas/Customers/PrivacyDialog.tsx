import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { day, moment, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './privacy.module.css';

type View = Schemas['CustomerPrivacyView'];

const ON_SCREEN: Record<Schemas['LookedAt'], string> = { Customer: 'this page', Vehicle: 'a vehicle', Order: 'an order' };

/** What is kept about one customer: handed out, who looked at it, erased. */
export default function PrivacyDialog({ id, name, onClose }: { id: number; name: string; onClose: () => void }) {
  const key = ['customer', id, 'privacy'];
  const privacy = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => unwrap(api.GET('/api/customers/{id}/privacy', { signal, params: { path: { id } } })),
  });
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="privacy-title">
      <DialogTitle id="privacy-title">Privacy of {name}</DialogTitle>
      <DialogContent className={styles.body}>
        {privacy.data ? (
          <Parts id={id} view={privacy.data} onClose={onClose} />
        ) : privacy.error ? (
          <Failed error={privacy.error} again={() => void privacy.refetch()} />
        ) : (
          <Loading what="what is kept" />
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

function Parts({ id, view, onClose }: { id: number; view: View; onClose: () => void }) {
  const shop = useShop();
  const now = useNow();
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  return (
    <>
      <section>
        <h3>Hand out</h3>
        <p>
          Everything that is kept about them in one file: records, vehicles, orders, invoices, messages, photos. What the shop paid is not
          in it.
        </p>
        <Button href={`/api/customers/${id}/data.zip`}>Download all data (ZIP)</Button>
      </section>
      <section>
        <h3>Who looked</h3>
        {view.looks.length === 0 ? (
          <p className="soft">Nobody in the time that is kept.</p>
        ) : (
          <table className={`list ${styles.looks}`}>
            <tbody>
              {view.looks.map((look) => (
                <tr key={look.id}>
                  <td className="nowrap">{when(look.at)}</td>
                  <td>{look.by}</td>
                  <td className="soft">{ON_SCREEN[look.what]}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      <section>
        <h3>Erase</h3>
        {view.erasedAt ? <p>Erased {when(view.erasedAt)}.</p> : <EraseForm id={id} view={view} onClose={onClose} />}
      </section>
    </>
  );
}

function EraseForm({ id, view, onClose }: { id: number; view: View; onClose: () => void }) {
  const [request, setRequest] = useState('');
  const [name, setName] = useState('');
  const refusal = useRefusal('request', 'name');
  const refresh = useRefresh();
  const say = useSay();
  const now = useNow();
  const [busy, setBusy] = useState(false);
  const kept = view.keptUntil ? day(`${view.keptUntil}T00:00:00`, now) : '';
  const erase = async () => {
    setBusy(true);
    await refusal.attempt(async () => {
      await unwrap(api.POST('/api/customers/{id}/erase', { params: { path: { id } }, body: { request, name } }));
      say.done(kept ? `Erased. Invoices stay until ${kept}.` : 'Erased.');
      await refresh(['customer'], ['vehicle'], ['customers'], ['setup', 'privacy']);
      onClose();
    });
    setBusy(false);
  };
  if (view.obstacles.length > 0)
    return (
      <div className="notice">
        They can’t be erased yet:
        <ul className={styles.obstacles}>
          {view.obstacles.map((obstacle) => (
            <li key={obstacle}>{obstacle}</li>
          ))}
        </ul>
      </div>
    );
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        void erase();
      }}
    >
      <p>
        Name, phones, addresses, messages, plates, VINs, files and notes go for good.{' '}
        {kept ? (
          <>
            {view.invoicesKept === 1 ? 'One invoice' : `${view.invoicesKept} invoices`} and what was agreed for them stay until{' '}
            <b>{kept}</b>, as Setup says; then their names go too.
          </>
        ) : (
          'No invoice has to stay.'
        )}{' '}
        <b>This can’t be undone.</b>
      </p>
      <Labelled
        label="How they asked (no names)"
        placeholder="such as by letter of March 3"
        value={request}
        onText={setRequest}
        problem={refusal.of('request')}
      />
      <Labelled label={`Type ${view.name} to confirm`} value={name} onText={setName} problem={refusal.of('name')} />
      {refusal.rest && (
        <div className="notice stop" role="alert">
          {refusal.rest}
        </div>
      )}
      <div>
        <Button type="submit" variant="contained" color="error" disabled={busy}>
          Erase this customer
        </Button>
      </div>
    </form>
  );
}
