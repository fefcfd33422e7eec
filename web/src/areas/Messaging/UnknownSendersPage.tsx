import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState, type SubmitEvent } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, sentence, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { moment, wallTime } from '../../lib/format';
import { useMay, useNow, useRefresh, useShop } from '../../lib/shop';
import { CustomerSearch } from '../../ui/CustomerSearch';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { MessageFiles } from './MessageFiles';
import '../../ui/approval.css';
import './notices.css';

type Thread = Schemas['UnknownThread'];

const COLUMNS: CsvColumn<Thread>[] = [
  ['From', (thread) => thread.shown],
  ['Messages', (thread) => thread.messages.length],
  ['Not read', (thread) => thread.unseen],
  ['Last', (thread) => thread.messages.at(-1)?.body],
];

/** Texts and emails of people who are not on file: read in full, answered, put to a customer. */
export default function UnknownSendersPage() {
  const [params, setParams] = useSearchParams();
  const threads = useQuery({
    queryKey: ['messages', 'unknown'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/unknown-senders', { signal })),
  });
  if (threads.error && !threads.data) return <Failed error={threads.error} again={() => void threads.refetch()} />;
  if (!threads.data) return <Loading what="messages" />;
  const from = params.get('from');
  const current = threads.data.find((thread) => thread.address === from) ?? threads.data[0];
  return (
    <div className="page">
      <div className="page-head">
        <h1>Unknown senders</h1>
        <span className="soft">Messages from numbers and addresses that are on no customer's file.</span>
        <span className="grow" />
        {threads.data.length > 0 && <SaveCsv name="unknown-senders" columns={COLUMNS} rows={threads.data} />}
      </div>
      {!current ? (
        <Empty title="No messages from unknown senders">
          Texts and emails from people who are not on file appear here, to be answered and added to a customer.
        </Empty>
      ) : (
        <div className="unknown">
          <nav aria-label="Senders">
            {threads.data.map((thread) => (
              <button
                key={thread.address}
                aria-current={thread === current || undefined}
                className={thread.unseen ? 'strong' : ''}
                onClick={() => setParams({ from: thread.address })}
              >
                {thread.shown}
                <span className="soft small clip">{thread.messages.at(-1)?.body}</span>
              </button>
            ))}
          </nav>
          <Conversation key={current.address} thread={current} />
        </div>
      )}
    </div>
  );
}

function Conversation({ thread }: { thread: Thread }) {
  const shop = useShop();
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const mayWrite = useMay('WriteToCustomers');
  const [body, setBody] = useState('');
  const [problem, setProblem] = useState('');
  const { address, unseen } = thread;
  useEffect(() => {
    // Looking at them is seeing them.
    if (unseen)
      void unwrap(api.POST('/api/unknown-senders/read', { body: { address } })).then(
        () => refresh(['messages']),
        () => undefined,
      );
  }, [address, unseen, refresh]);
  const send = async (event: SubmitEvent) => {
    event.preventDefault();
    setProblem('');
    try {
      await unwrap(api.POST('/api/unknown-senders/answer', { body: { address, subject: null, body, now: true } }));
      setBody('');
      await refresh(['messages']);
    } catch (error) {
      setProblem(sentence(error));
    }
  };
  const put = (customerId: number, name: string) =>
    unwrap(api.POST('/api/unknown-senders/put', { body: { address, customerId } })).then(async () => {
      await refresh(['messages'], ['customers'], ['customer', customerId]);
      say.done(`These messages are ${name}'s now, and ${thread.shown} is on file.`);
    }, say.refused);
  return (
    <section aria-label={`Messages from ${thread.shown}`}>
      <ul className="thread" aria-label="Messages" tabIndex={0}>
        {thread.messages.map((message) => (
          <li key={message.id} className={message.state === 'Received' ? 'in' : ''}>
            {message.subject && <b>{message.subject}</b>}
            {message.subject && '\n'}
            {message.body}
            <div className="meta soft">
              <span>{[message.by, shop ? moment(wallTime(message.at, shop.timeZone), now) : ''].filter(Boolean).join(' · ')}</span>
            </div>
            <MessageFiles files={message.files} />
            {message.trouble && <div className="small stop">{message.trouble}</div>}
          </li>
        ))}
      </ul>
      {mayWrite && (
        <>
          <form className="writing" onSubmit={(event) => void send(event)}>
            <label className="soft small" htmlFor="unknown-answer">
              Answer
            </label>
            <textarea id="unknown-answer" rows={3} value={body} onChange={(event) => setBody(event.target.value)} />
            {problem && <div className="field-problem">{problem}</div>}
            <Button type="submit" variant="contained" disabled={!body.trim()}>
              Send
            </Button>
          </form>
          <CustomerSearch
            label="Put to a customer"
            nobody={
              <>
                Nobody on file fits. <Link to="/write-up">Write them up</Link> first.
              </>
            }
            onChoose={(id, name) => void put(id, name)}
          />
        </>
      )}
    </section>
  );
}
