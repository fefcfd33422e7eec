import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { moment } from '../../../lib/format';
import { useKeys } from '../../../lib/keys';
import { useMay, useNow, useRefresh } from '../../../lib/shop';
import { Labelled } from '../../../ui/Labelled';
import { Plate } from '../../../ui/Plate';
import { useSay } from '../../../ui/Toasts';
import { useNewAppointment } from '../../../ui/useNewAppointment';
import { useRefusal } from '../../../ui/useRefusal';
import type { Row } from './kinds';
import styles from './followUp.module.css';

type What = Schemas['FollowUpActKind'];
type Form = 'call' | 'putOff' | 'close' | null;

/** One reason to get in touch: whom it concerns, what was tried, and what can be done. */
export function FollowUpSide({ row, onWrite }: { row: Row; onWrite: () => void }) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const mayPlan = useMay('PlanWork');
  const newAppointment = useNewAppointment();
  const [form, setForm] = useState<Form>(null);
  const open = row.state !== 'Closed';
  const undo = async (id: number) => {
    await unwrap(api.POST('/api/follow-ups/acts/{id}/take-back', { params: { path: { id } } }));
    await refresh(['follow-ups']);
  };
  const appoint = () => void newAppointment({ customerId: row.customerId, vehicleId: row.vehicleId });
  useKeys('This follow-up', [
    { key: 'L', label: 'Log a call', run: () => setForm('call') },
    { key: 'O', label: 'Put off', run: () => setForm('putOff') },
    { key: 'X', label: 'Close for good', run: () => setForm('close') },
    ...(mayPlan ? [{ key: 'A', label: 'Make an appointment', run: appoint }] : []),
  ]);
  return (
    <section className={`card ${styles.side}`} aria-label="This follow-up">
      <header>
        <h2>
          <Link to={`/customers/${row.customerId}`}>{row.customer}</Link>
        </h2>
        <span className="grow" />
        {row.phone && <a href={`tel:${row.phone}`}>{row.phone}</a>}
      </header>
      <div className={styles.about}>
        {row.vehicleId !== null && (
          <Link to={`/vehicles/${row.vehicleId}`} className="plain">
            <Plate text={row.plate || 'no plate'} /> <span className="soft">{row.vehicle}</span>
          </Link>
        )}
        <b>{row.title}</b>
        <span className="soft">
          {row.why}
          {row.orderId !== null && (
            <>
              {' · '}
              <Link to={`/orders/${row.orderId}`}>that visit</Link>
            </>
          )}
        </span>
      </div>
      {row.noMessage && <div className="notice">{row.noMessage}</div>}
      <div className={styles.actions}>
        {open && (
          <>
            <Button variant="contained" disabled={!!row.noMessage} onClick={onWrite}>
              Write… <span className="key">W</span>
            </Button>
            <Button variant="outlined" onClick={() => setForm('call')}>
              Log a call <span className="key">L</span>
            </Button>
            {mayPlan && (
              <Button variant="outlined" onClick={appoint}>
                Appointment <span className="key">A</span>
              </Button>
            )}
            <Button onClick={() => setForm('putOff')}>
              Put off <span className="key">O</span>
            </Button>
            <Button onClick={() => setForm('close')}>
              Close <span className="key">X</span>
            </Button>
          </>
        )}
        {!open && row.acts[0] && (
          <Button variant="outlined" onClick={() => void undo(row.acts[0]!.id).catch(say.refused)}>
            Reopen
          </Button>
        )}
      </div>
      {form && <ActForm key={form} row={row} form={form} onClose={() => setForm(null)} onUndo={undo} />}
      {row.address && open && <p className="soft small">Messages go to {row.address}.</p>}
      <h3>What was tried</h3>
      {row.acts.length === 0 ? (
        <p className="soft">Nothing yet.</p>
      ) : (
        <ul className={styles.acts}>
          {row.acts.map((act) => (
            <li key={act.id}>
              <b>{act.words}</b>{' '}
              <span className="soft">
                {moment(act.at, now)}, {act.by}
              </span>
              {act.note && <div>{act.note}</div>}
              {act.what !== 'Messaged' && (
                <Button size="small" onClick={() => void undo(act.id).catch(say.refused)}>
                  Take back
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

const FORMS: Record<'call' | 'putOff' | 'close', { title: string; note: string; done: string }> = {
  call: { title: 'A call', note: 'What was said', done: 'The call is noted.' },
  putOff: { title: 'Put off', note: 'Why', done: 'Put off.' },
  close: { title: 'Close for good', note: 'Why nobody should ask again', done: 'Closed. Nobody asks about it again.' },
};

function ActForm({
  row,
  form,
  onClose,
  onUndo,
}: {
  row: Row;
  form: 'call' | 'putOff' | 'close';
  onClose: () => void;
  onUndo: (id: number) => Promise<void>;
}) {
  const say = useSay();
  const refresh = useRefresh();
  const refusal = useRefusal('until', 'note');
  const [note, setNote] = useState('');
  const [until, setUntil] = useState('');
  const words = FORMS[form];
  const keep = (what: What) =>
    refusal.attempt(async () => {
      const { id } = await unwrap(
        api.POST('/api/follow-ups/acts', { body: { kind: row.kind, sourceId: row.sourceId, what, note, until: until || null } }),
      );
      await refresh(['follow-ups']);
      say.done(words.done, () => onUndo(id));
      onClose();
    });
  const leave = (event: { key: string }) => event.key === 'Escape' && onClose();
  return (
    <form
      className={styles.form}
      aria-label={words.title}
      onKeyDown={leave}
      onSubmit={(event) => {
        event.preventDefault();
        void keep(form === 'call' ? 'Reached' : form === 'putOff' ? 'PutOff' : 'Closed');
      }}
    >
      {form === 'putOff' && (
        <Labelled
          label="Until"
          value={until}
          onText={setUntil}
          problem={refusal.of('until')}
          hint="A day: jan 12, in 3 weeks, or a date"
          autoFocus
        />
      )}
      <Labelled label={words.note} value={note} onText={setNote} problem={refusal.of('note')} autoFocus={form !== 'putOff'} />
      {refusal.rest && (
        <div className="notice stop" role="alert">
          {refusal.rest}
        </div>
      )}
      <div className={styles.actions}>
        {form === 'call' ? (
          <>
            <Button type="submit" variant="contained">
              Talked to them
            </Button>
            <Button variant="outlined" onClick={() => void keep('LeftWord')}>
              Left a message
            </Button>
            <Button variant="outlined" onClick={() => void keep('NoAnswer')}>
              No answer
            </Button>
          </>
        ) : (
          <Button type="submit" variant="contained">
            {words.title}
          </Button>
        )}
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}
