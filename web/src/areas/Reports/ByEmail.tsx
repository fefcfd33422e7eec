import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { LabelledSelect } from '../../ui/LabelledSelect';
import { Panel } from '../../ui/Panel';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './measures.module.css';
import { PAGE_NAMES } from './pages';

type Time = Schemas['MeasureMailTime'];

const TIMES: readonly (readonly [Time, string])[] = [
  ['Morning', 'every morning, the day before'],
  ['Month', 'on the first, the month before'],
];

/** Pages that go out by email by themselves: which, when, where to. */
export function ByEmail({ page, onClose }: { page: Schemas['MeasurePage']; onClose: () => void }) {
  const refresh = useRefresh();
  const say = useSay();
  const refusal = useRefusal('address');
  const [time, setTime] = useState<Time>('Morning');
  const [address, setAddress] = useState('');
  const key = ['measure-mails'];
  const mails = useQuery({ queryKey: key, queryFn: ({ signal }) => unwrap(api.GET('/api/measure-mails', { signal })) });
  const add = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/measure-mails', { body: { page, time, address } }));
      await refresh(key);
      setAddress('');
      say.done(time === 'Morning' ? 'The first one goes out in the morning.' : 'The first one goes out on the first of the month.');
    });
  const stop = (mail: Schemas['MeasureMailView']) =>
    void unwrap(api.DELETE('/api/measure-mails/{id}', { params: { path: { id: mail.id } } })).then(async () => {
      await refresh(key);
      say.done(`Nothing more goes to ${mail.address}.`, () =>
        unwrap(api.POST('/api/measure-mails', { body: { page: mail.page, time: mail.time, address: mail.address } })).then(() =>
          refresh(key),
        ),
      );
    }, say.refused);
  return (
    <Panel title="By email" onClose={onClose}>
      <form
        className={styles.mailing}
        aria-label="A new email"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <h3>{PAGE_NAMES[page]}, as PDF</h3>
        <LabelledSelect label="When" value={time} choices={TIMES} onChange={setTime} />
        <Labelled label="Email address" type="email" value={address} onText={setAddress} problem={refusal.of('address')} autoFocus />
        {refusal.rest && (
          <div className="notice stop" role="alert">
            {refusal.rest}
          </div>
        )}
        <div>
          <Button type="submit" variant="contained">
            Send it regularly
          </Button>
        </div>
      </form>
      {mails.error && !mails.data ? (
        <Failed error={mails.error} again={() => void mails.refetch()} />
      ) : !mails.data ? (
        <Loading what="emails" />
      ) : mails.data.length === 0 ? (
        <Empty title="Nothing goes out yet">Pages that are sent regularly are listed here.</Empty>
      ) : (
        <ul className={styles.mails} aria-label="Emails that go out">
          {mails.data.map((mail) => (
            <li key={mail.id} className="spread">
              <span>
                <b>{PAGE_NAMES[mail.page]}</b> to {mail.address}
                <span className={`soft small ${styles.when}`}>
                  {TIMES.find(([one]) => one === mail.time)?.[1]}
                  {mail.rests ? `; rests, because ${mail.by} may not see measures any more` : `, set up by ${mail.by}`}
                </span>
              </span>
              <button className="linkish" aria-label={`Stop ${PAGE_NAMES[mail.page]} to ${mail.address}`} onClick={() => stop(mail)}>
                Stop
              </button>
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}
