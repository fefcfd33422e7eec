import { useEffect, useRef } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { moment, wallTime } from '../../lib/format';
import { useMay, useNow, useRefresh, useShop } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import { Panel } from '../../ui/Panel';
import { useThread, type Target } from './useThread';
import { MessageFiles } from './MessageFiles';
import { WriteForm, type Written } from './WriteForm';

type Message = Schemas['MessageView'];

const STATES: Record<Schemas['MessageState'], string> = {
  Waiting: 'waits',
  HandingOver: 'sending',
  Sent: 'sent',
  Delivered: 'delivered',
  Failed: 'not delivered',
  MayHaveBeenSent: 'may have been sent',
  Received: '',
  Withdrawn: 'canceled',
};

interface Props {
  target: Target;
  title: string;
  /** The moment whose template is offered first. */
  use?: string;
  /** The document that goes along unless another is chosen. */
  document?: string;
  onClose: () => void;
}

/** What was written to and by the customer, and a form to write. */
export function MessagesPanel({ target, title, use, document, onClose }: Props) {
  const thread = useThread(target);
  const refresh = useRefresh();
  const say = useSay();
  const mayWrite = useMay('WriteToCustomers');
  const data = thread.data;
  const unseen = data?.messages.some((message) => message.unseen) ?? false;
  const { orderId, customerId } = target;
  const list = useRef<HTMLUListElement>(null);
  const count = data?.messages.length ?? 0;
  // The newest is what one wants to see, and the form below it.
  useEffect(() => {
    if (list.current) list.current.scrollTop = list.current.scrollHeight;
  }, [count]);
  useEffect(() => {
    // Looking at them is seeing them.
    if (unseen && orderId !== undefined)
      void unwrap(api.POST('/api/orders/{id}/messages/seen', { params: { path: { id: orderId } } })).then(
        () => refresh(['messages'], ['order', orderId]),
        () => undefined,
      );
  }, [unseen, orderId, refresh]);
  const renew = () => refresh(['messages']);
  const act = (call: Promise<unknown>) => void call.then(renew, say.refused);
  const send = (message: Written) => {
    const body = {
      channel: message.channel,
      address: message.address,
      subject: message.subject,
      body: message.body,
      now: message.now,
      document: message.document || null,
      alsoTo: message.alsoTo,
    };
    return orderId !== undefined
      ? unwrap(api.POST('/api/orders/{id}/messages', { params: { path: { id: orderId } }, body })).then(renew)
      : unwrap(api.POST('/api/customers/{id}/messages', { params: { path: { id: customerId ?? 0 } }, body })).then(renew);
  };
  return (
    <Panel title={title} onClose={onClose}>
      {thread.error && !data ? (
        <Failed error={thread.error} again={() => void thread.refetch()} />
      ) : !data ? (
        <Loading what="messages" />
      ) : (
        <>
          {data.messages.length === 0 ? (
            <Empty title="No messages yet">Messages to and from the customer appear here.</Empty>
          ) : (
            <ul className="thread" aria-label="Messages" ref={list} tabIndex={0}>
              {data.messages.map((message) => (
                <One key={message.id} message={message} mayWrite={mayWrite} act={act} />
              ))}
            </ul>
          )}
          {data.addresses.map((a) => (
            <div key={a.channel + a.address} className="spread small">
              <span className="soft">
                {a.shown}
                {a.refused ? ': opted out' : ''}
              </span>
              {mayWrite && (
                <button
                  className="linkish small"
                  onClick={() => act(unwrap(api.POST('/api/writing-wishes', { body: { address: a.address, refused: !a.refused } })))}
                >
                  {a.refused ? 'Mark opted in' : 'Mark opted out'}
                </button>
              )}
            </div>
          ))}
          {mayWrite && (
            <WriteForm
              target={target}
              use={use}
              send={send}
              done="Sending."
              button="Send"
              documents={orderId !== undefined}
              further
              first={document}
            />
          )}
        </>
      )}
    </Panel>
  );
}

function One({ message, mayWrite, act }: { message: Message; mayWrite: boolean; act: (call: Promise<unknown>) => void }) {
  const shop = useShop();
  const now = useNow();
  const params = { path: { id: message.id } };
  const resolve = (again: boolean) => () => act(unwrap(api.POST('/api/messages/{id}/resolve', { params, body: { again } })));
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  return (
    <li className={message.state === 'Received' ? 'in' : ''}>
      {message.subject && <b>{message.subject}</b>}
      {message.subject && '\n'}
      {message.body}
      <div className="meta soft">
        <span>{[message.address, message.by, when(message.at)].filter(Boolean).join(' · ')}</span>
        <b className={message.state === 'Failed' || message.state === 'MayHaveBeenSent' ? 'stop' : ''}>
          {message.waitsUntil ? `scheduled for ${when(message.waitsUntil)}` : STATES[message.state]}
        </b>
      </div>
      {message.attachment && (
        <div className="meta soft">
          <a href={`/api/messages/${message.id}/document.pdf`} target="_blank" rel="noreferrer">
            {message.attachment}
          </a>
          {message.link && (
            <span>
              {!message.link.good ? 'link closed' : message.link.openedAt ? `opened ${when(message.link.openedAt)}` : 'not opened yet'}
              {message.link.opened > 1 ? `, ${message.link.opened} times` : ''}
            </span>
          )}
          {mayWrite && message.link?.good && (
            <button
              className="linkish"
              onClick={() => act(unwrap(api.POST('/api/document-links/{id}/withdraw', { params: { path: { id: message.link!.id } } })))}
            >
              Turn link off
            </button>
          )}
        </div>
      )}
      <MessageFiles files={message.files} />
      {message.trouble && <div className="small stop">{message.trouble}</div>}
      {mayWrite && (message.state === 'Failed' || message.state === 'MayHaveBeenSent') && (
        <div className="row small">
          <button className="linkish" onClick={resolve(true)}>
            Resend
          </button>
          {message.state === 'MayHaveBeenSent' && (
            <button className="linkish" onClick={resolve(false)}>
              Mark as sent
            </button>
          )}
        </div>
      )}
      {mayWrite && message.state === 'Waiting' && (
        <button className="linkish small" onClick={() => act(unwrap(api.POST('/api/messages/{id}/withdraw', { params })))}>
          Cancel message
        </button>
      )}
    </li>
  );
}
