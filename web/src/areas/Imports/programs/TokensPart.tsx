import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { moment, wallTime } from '../../../lib/format';
import { useNow, useRefresh, useShop, type Permission } from '../../../lib/shop';
import { Failed, Loading } from '../../../ui/Feedback';
import { Part } from '../../../ui/Fields';
import { Labelled } from '../../../ui/Labelled';
import { useRefusal } from '../../../ui/useRefusal';
import { useSay } from '../../../ui/Toasts';
import { Choices } from './Choices';
import { Secret } from './Secret';
import styles from './programs.module.css';
import type { CsvColumn } from '../../../lib/csv';
import { SaveCsv } from '../../../ui/SaveCsv';

const KEY = ['access-tokens'];
type Row = Schemas['AccessTokenRow'];

const ACCESS_TOKENS: CsvColumn<Row>[] = [
  ['For', (row) => row.name],
  ['Acts as', (row) => row.person],
  ['May', (row) => row.rights.join('; ')],
  ['Last used', (row) => row.lastUsedAt],
  ['Until', (row) => row.endsAt],
  ['Over', (row) => !row.stands],
];

/** Access tokens: made for oneself, everybody's listed, withdrawn at once. */
export function TokensPart() {
  const tokens = useQuery({ queryKey: KEY, queryFn: ({ signal }) => unwrap(api.GET('/api/access-tokens', { signal })) });
  const [adding, setAdding] = useState(false);
  const [made, setMade] = useState('');
  const refresh = useRefresh();
  const say = useSay();
  const withdraw = (row: Row) =>
    unwrap(api.DELETE('/api/access-tokens/{id}', { params: { path: { id: row.id } } })).then(() => {
      say.done(`${row.name} is withdrawn; whatever uses it is out.`);
      return refresh(KEY);
    }, say.refused);
  if (tokens.error && !tokens.data) return <Failed error={tokens.error} again={() => void tokens.refetch()} />;
  if (!tokens.data) return <Loading what="access tokens" />;
  const list = tokens.data;
  return (
    <Part
      title="Access tokens"
      aside={
        !adding && (
          <span className="row">
            {list.tokens.length > 0 && <SaveCsv name="access-tokens" columns={ACCESS_TOKENS} rows={list.tokens} />}
            <button className="linkish" onClick={() => setAdding(true)}>
              Make a token…
            </button>
          </span>
        )
      }
    >
      {made && <Secret label="Access token" value={made} words="Shown only now. Keep it like a password: it acts in your name." />}
      {list.tokens.length === 0 && !adding && (
        <p className="soft">
          None yet. A token lets one program in as you, with the rights that you choose, until the day that you choose.
        </p>
      )}
      {adding && (
        <TokenForm
          list={list}
          onClose={() => setAdding(false)}
          onMade={async (token) => {
            setMade(token);
            setAdding(false);
            await refresh(KEY);
          }}
        />
      )}
      {list.tokens.length > 0 && <TokenTable rows={list.tokens} onWithdraw={withdraw} />}
    </Part>
  );
}

function TokenTable({ rows, onWithdraw }: { rows: Row[]; onWithdraw: (row: Row) => Promise<unknown> }) {
  const shop = useShop();
  const now = useNow();
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  return (
    <table className="list">
      <thead>
        <tr>
          <th scope="col">For</th>
          <th scope="col">Acts as</th>
          <th scope="col">May</th>
          <th scope="col">Last used</th>
          <th scope="col">Until</th>
          <th scope="col">
            <span className="visually-hidden">Withdraw</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id} className={row.stands ? undefined : 'soft'}>
            <td>
              <b>{row.name}</b>
            </td>
            <td>{row.person}</td>
            <td className="small">{row.rights.join(' · ') || 'nothing any more'}</td>
            <td className="nowrap">{row.lastUsedAt ? when(row.lastUsedAt) : 'never'}</td>
            <td className="nowrap">{row.stands ? when(row.endsAt) : 'over'}</td>
            <td className="right">
              {row.stands && (
                <button className="linkish" aria-label={`Withdraw ${row.name}`} onClick={() => void onWithdraw(row)}>
                  Withdraw
                </button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface FormProps {
  list: Schemas['AccessTokenList'];
  onClose: () => void;
  onMade: (token: string) => Promise<void>;
}

function TokenForm({ list, onClose, onMade }: FormProps) {
  const [name, setName] = useState('');
  const [days, setDays] = useState('90');
  const [rights, setRights] = useState<Permission[]>([]);
  const refusal = useRefusal('name', 'days', 'rights');
  const make = () =>
    refusal.attempt(async () => {
      const made = await unwrap(api.POST('/api/access-tokens', { body: { name, rights, days: Number(days) || 0 } }));
      await onMade(made.token);
    });
  return (
    <form
      className="inline-form"
      aria-label="Make a token"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <div className={styles.fields}>
        <Labelled label="What it is for" value={name} onText={setName} problem={refusal.of('name')} autoFocus />
        <Labelled label={`Days, up to ${list.mostDays}`} value={days} onText={setDays} problem={refusal.of('days')} />
      </div>
      <Choices
        legend="It may"
        of={list.rights.map((right) => ({ value: right.permission, words: right.words }))}
        chosen={rights}
        onChoose={setRights}
        problem={refusal.of('rights')}
      />
      {refusal.rest && (
        <span className="field-problem" role="alert">
          {refusal.rest}
        </span>
      )}
      <div className="row">
        <Button type="submit" variant="contained">
          Make the token
        </Button>
        <Button onClick={onClose}>Cancel</Button>
        <span className="soft small">What you may no longer do, it may no longer do either.</span>
      </div>
    </form>
  );
}
