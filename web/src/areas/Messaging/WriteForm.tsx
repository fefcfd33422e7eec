import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState, type SubmitEvent } from 'react';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { clock, wallTime } from '../../lib/format';
import { useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { AlsoTo, NOBODY_ELSE } from './AlsoTo';
import { useOffered, useThread, type Target } from './useThread';
import '../../ui/approval.css';

type Channel = Schemas['MessageChannel'];
export interface Written {
  channel: Channel;
  address: string;
  subject: string;
  body: string;
  now: boolean;
  document: string;
  /** Numbers and addresses that each get a message of their own. */
  alsoTo: string[];
}

interface Props {
  target: Target;
  /** The moment whose template is offered first. */
  use?: string;
  send: (message: Written) => Promise<unknown>;
  done: string;
  button: string;
  /** Documents of the order may go along. */
  documents?: boolean;
  /** The document that goes along unless another is chosen. */
  first?: string;
  /** It may go to further numbers and addresses. */
  further?: boolean;
}

/** Writes a text or an email: where to, from which template, what it says. */
export function WriteForm({ target, use = '', send, done, button, documents, first = '', further }: Props) {
  const thread = useThread(target).data;
  const templates = useQuery({
    queryKey: ['templates', 'order', target.orderId],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/templates', { signal, params: { path: { id: target.orderId ?? 0 } } })),
    enabled: target.orderId !== undefined,
  }).data;
  const offered = useOffered(documents ? target.orderId : undefined) ?? [];
  const shop = useShop();
  const say = useSay();
  const [chosen, setChosen] = useState<string | null>(null);
  const [templateId, setTemplateId] = useState<number | null>(null);
  const [typed, setTyped] = useState<{ subject?: string; body?: string }>({});
  const [document, setDocument] = useState(first);
  const [other, setOther] = useState<string | null>(null);
  const [alsoTo, setAlsoTo] = useState(NOBODY_ELSE);
  const [now, setNow] = useState(false);
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const sending = useRef(false);
  if (!thread) return null;
  const keyOf = (a: Schemas['AddressView']) => `${a.channel}:${a.address}`;
  const addresses = thread.addresses;
  const at = addresses.find((a) => keyOf(a) === chosen) ?? addresses.find((a) => !a.refused) ?? addresses[0];
  const channel: Channel = other !== null ? (other.includes('@') ? 'Email' : 'Text') : (at?.channel ?? 'Text');
  const fitting = templates?.filter((t) => t.channel === channel) ?? [];
  const moment = document !== '' ? 'documents' : use;
  const template = fitting.find((t) => t.id === templateId) ?? fitting.find((t) => moment !== '' && t.use === moment);
  const subject = typed.subject ?? template?.subject ?? '';
  const body = typed.body ?? template?.body ?? '';
  const waits = channel === 'Text' && thread.quietUntil !== null;
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    if (sending.current) return;
    sending.current = true;
    setBusy(true);
    setProblem(null);
    try {
      await send({
        channel,
        address: other ?? at?.address ?? '',
        subject,
        body,
        now: now || !waits,
        document,
        alsoTo: [...alsoTo.ticked, ...alsoTo.typed.split(',').map((one) => one.trim())].filter(Boolean),
      });
      say.done(waits && !now && shop ? `Scheduled for ${clock(wallTime(thread.quietUntil!, shop.timeZone))}.` : done);
      setTyped({});
      setDocument('');
      setAlsoTo(NOBODY_ELSE);
    } catch (error) {
      setProblem({ field: error instanceof Problem ? error.field : undefined, text: sentence(error) });
    } finally {
      sending.current = false;
      setBusy(false);
    }
  };
  return (
    <form className="writing" onSubmit={(event) => void submit(event)}>
      <div className="pair">
        <label className="labelled">
          <span>To</span>
          <select
            aria-label="To"
            value={other !== null ? 'other' : at ? keyOf(at) : 'other'}
            onChange={(event) => {
              if (event.target.value === 'other') setOther('');
              else {
                setOther(null);
                setChosen(event.target.value);
              }
              setTyped({});
            }}
          >
            {addresses.map((a) => (
              <option key={keyOf(a)} value={keyOf(a)}>
                {a.channel === 'Text' ? 'Text' : 'Email'} {a.shown}
                {a.refused ? ', opted out' : ''}
              </option>
            ))}
            <option value="other">other number or email</option>
          </select>
        </label>
        <label className="labelled">
          <span>Template</span>
          <select
            aria-label="Template"
            value={template?.id ?? ''}
            onChange={(event) => {
              setTemplateId(Number(event.target.value));
              setTyped({});
            }}
          >
            <option value="">none</option>
            {fitting.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </select>
        </label>
      </div>
      {(other !== null || addresses.length === 0) && (
        <Labelled
          label="Phone number or email"
          value={other ?? ''}
          onText={setOther}
          problem={problem?.field === 'address' ? problem.text : undefined}
        />
      )}
      {further && (
        <AlsoTo
          addresses={addresses.filter((a) => !a.refused && (other !== null || a !== at))}
          further={alsoTo}
          onFurther={setAlsoTo}
          problem={problem?.field === 'alsoTo' ? problem.text : undefined}
        />
      )}
      {channel === 'Email' && (
        <Labelled
          label="Subject"
          value={subject}
          onText={(text) => setTyped({ ...typed, subject: text })}
          problem={problem?.field === 'subject' ? problem.text : undefined}
        />
      )}
      <label>
        <span className="soft small">Message</span>
        <textarea value={body} onChange={(event) => setTyped({ ...typed, body: event.target.value })} aria-label="Message" />
      </label>
      {offered.length > 0 && (
        <label className="labelled">
          <span>Goes along{document !== '' && (channel === 'Email' ? ', as PDF' : ', as a link')}</span>
          <select aria-label="Attach" value={document} onChange={(event) => setDocument(event.target.value)}>
            <option value="">no document</option>
            {offered.map(({ kind, words }) => (
              <option key={kind} value={kind}>
                {words}
              </option>
            ))}
          </select>
        </label>
      )}
      {waits && shop && (
        <label className="row">
          <input type="checkbox" checked={now} onChange={(event) => setNow(event.target.checked)} />
          Quiet hours: this will be sent at {clock(wallTime(thread.quietUntil!, shop.timeZone))}. Send it now anyway
        </label>
      )}
      {problem &&
        !(problem.field === 'address' && (other !== null || addresses.length === 0)) &&
        problem.field !== 'subject' &&
        problem.field !== 'alsoTo' && (
          <div className="notice stop" role="alert">
            {problem.text}
          </div>
        )}
      <div>
        <Button type="submit" variant="contained" disabled={!at && !other} aria-busy={busy}>
          {button}
        </Button>
      </div>
    </form>
  );
}
