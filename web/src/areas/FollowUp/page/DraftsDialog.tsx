import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, sentence, unwrap, type Schemas } from '../../../lib/api';
import { amount } from '../../../lib/format';
import { useRefresh } from '../../../lib/shop';
import { Loading } from '../../../ui/Feedback';
import { Labelled } from '../../../ui/Labelled';
import { useSay } from '../../../ui/Toasts';
import { keyOf, type Row } from './kinds';
import styles from './followUp.module.css';

type Draft = Schemas['FollowUpDraft'];
type Skipped = Schemas['FollowUpSkipped'];

const AT_ONCE = 20;

/** One message for each customer and vehicle, looked at and changed before any goes out. */
export function DraftsDialog({ rows, onClose }: { rows: Row[]; onClose: (sent: boolean) => void }) {
  const say = useSay();
  const refresh = useRefresh();
  const drafts = useQuery({
    queryKey: ['follow-up-drafts', rows.map(keyOf)],
    queryFn: () =>
      unwrap(api.POST('/api/follow-ups/drafts', { body: { reasons: rows.map(({ kind, sourceId }) => ({ kind, sourceId })) } })),
    staleTime: Infinity,
    gcTime: 0,
  });
  const [changed, setChanged] = useState<Record<number, Partial<Draft>>>({});
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [sent, setSent] = useState<number | null>(null);
  const [refused, setRefused] = useState<Skipped[]>([]);
  const all = drafts.data?.drafts ?? [];
  const going = all.map((draft, i) => ({ ...draft, ...changed[i] })).filter((_, i) => !left.has(i));
  const set = (i: number, part: Partial<Draft>) => setChanged((before) => ({ ...before, [i]: { ...before[i], ...part } }));
  const send = async () => {
    let done = 0;
    const not: Skipped[] = [];
    setSent(0);
    try {
      for (let from = 0; from < going.length; from += AT_ONCE) {
        const messages = going
          .slice(from, from + AT_ONCE)
          .map(({ reasons, channel, address, subject, body }) => ({ reasons, channel, address, subject, body }));
        const result = await unwrap(api.POST('/api/follow-ups/send', { body: { messages } }));
        done += result.sent;
        not.push(...result.refused);
        setSent(done);
      }
    } catch (error) {
      say.refused(error);
    }
    await refresh(['follow-ups'], ['messages']);
    if (not.length > 0) {
      setRefused(not);
      return;
    }
    if (done === going.length) {
      say.done(`${done} ${done === 1 ? 'message is' : 'messages are'} on the way.`);
      onClose(true);
    }
  };
  return (
    <Dialog open onClose={() => onClose(sent !== null)} maxWidth="md" fullWidth aria-labelledby="drafts-title">
      <DialogTitle id="drafts-title">{all.length > 1 ? `${all.length} messages` : 'A message'}</DialogTitle>
      <DialogContent className={styles.drafts}>
        {drafts.error ? (
          <div className="notice stop" role="alert">
            {sentence(drafts.error)}
          </div>
        ) : !drafts.data ? (
          <Loading what="the messages" />
        ) : (
          <>
            {refused.length > 0 && <NotWritten title={`${sent} went out. These did not:`} skipped={refused} />}
            {refused.length === 0 &&
              all.map((draft, i) => (
                <DraftPart
                  key={draft.reasons.map(keyOf).join()}
                  draft={{ ...draft, ...changed[i] }}
                  one={all.length === 1}
                  included={!left.has(i)}
                  onInclude={(included) =>
                    setLeft((before) => {
                      const next = new Set(before);
                      if (included) next.delete(i);
                      else next.add(i);
                      return next;
                    })
                  }
                  onChange={(part) => set(i, part)}
                />
              ))}
            {refused.length === 0 && drafts.data.skipped.length > 0 && (
              <NotWritten title="Nobody writes to these:" skipped={drafts.data.skipped} />
            )}
          </>
        )}
      </DialogContent>
      <DialogActions>
        {sent !== null && refused.length === 0 && <span className="soft">{`${sent} of ${going.length} sent`}</span>}
        <Button onClick={() => onClose(sent !== null)}>{refused.length > 0 ? 'Close' : 'Cancel'}</Button>
        {refused.length === 0 && (
          <Button variant="contained" disabled={sent !== null || going.length === 0} onClick={() => void send()} autoFocus>
            {going.length > 1 ? `Send ${going.length} messages` : 'Send'}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

function NotWritten({ title, skipped }: { title: string; skipped: Skipped[] }) {
  return (
    <div className="notice">
      <b>{title}</b>
      <ul>
        {skipped.map((one, i) => (
          <li key={i}>
            {one.customer}, {one.title}: {one.why}
          </li>
        ))}
      </ul>
    </div>
  );
}

interface DraftProps {
  draft: Draft;
  one: boolean;
  included: boolean;
  onInclude: (included: boolean) => void;
  onChange: (part: Partial<Draft>) => void;
}

function DraftPart({ draft, one, included, onInclude, onChange }: DraftProps) {
  const name = `${draft.customer}${draft.vehicle ? `, ${draft.vehicle}` : ''}`;
  return (
    <section className={included ? styles.draft : `${styles.draft} ${styles.left}`} aria-label={name}>
      <header>
        {one ? (
          <b>{name}</b>
        ) : (
          <label className="row">
            <input type="checkbox" checked={included} onChange={(event) => onInclude(event.target.checked)} />
            <b>{name}</b>
          </label>
        )}
        <span className="grow" />
        <span className="soft small">
          {draft.channel === 'Text' ? 'text' : 'email'} to {draft.shown}
          {draft.price !== null && ` · ${amount(draft.price)} today`}
        </span>
      </header>
      {draft.channel === 'Email' && (
        <Labelled label="Subject" value={draft.subject} onText={(subject) => onChange({ subject })} disabled={!included} />
      )}
      <textarea
        aria-label={`Message to ${draft.customer}`}
        value={draft.body}
        rows={draft.channel === 'Email' ? 8 : 3}
        disabled={!included}
        onChange={(event) => onChange({ body: event.target.value })}
      />
    </section>
  );
}
