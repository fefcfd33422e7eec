import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { moment, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { EnrollDialog } from './EnrollDialog';

const COLUMNS: CsvColumn<Schemas['TerminalRow']>[] = [
  ['Computer', (terminal) => terminal.name],
  ['Enrolled', (terminal) => terminal.enrolledAt],
  ['Enrolled by', (terminal) => terminal.enrolledBy],
  ['Last password', (terminal) => terminal.lastUsedAt],
];

/** Computers on which people switch by PIN. A lost tablet is withdrawn here. */
export default function TerminalsPage() {
  const shop = useShop();
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const [enrolling, setEnrolling] = useState(false);
  const terminals = useQuery({
    queryKey: ['setup', 'terminals'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/terminals', { signal })),
    staleTime: 0,
  });
  const renew = () => refresh(['setup', 'terminals'], ['terminal']);
  const withdraw = (id: number, name: string) =>
    unwrap(api.DELETE('/api/terminals/{id}', { params: { path: { id } } })).then(() => {
      say.done(`${name} no longer has PIN sign-in.`);
      return renew();
    }, say.refused);
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  if (terminals.error && !terminals.data) return <Failed error={terminals.error} again={() => void terminals.refetch()} />;
  if (!terminals.data) return <Loading what="computers" />;
  return (
    <div className="page">
      <div className="page-head">
        <h1>Computers with PIN sign-in</h1>
        {!terminals.data.some((terminal) => terminal.here) && (
          <Button variant="contained" onClick={() => setEnrolling(true)}>
            Enroll this computer…
          </Button>
        )}
        {terminals.data.length > 0 && <SaveCsv name="computers" columns={COLUMNS} rows={terminals.data} />}
      </div>
      {terminals.data.length === 0 ? (
        <Empty title="None yet">On an enrolled computer or tablet people who signed in once with their password switch with a PIN.</Empty>
      ) : (
        <table className="list">
          <thead>
            <tr>
              <th>Computer</th>
              <th>Enrolled</th>
              <th>Last password typed there</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {terminals.data.map((terminal) => (
              <tr key={terminal.id}>
                <td>
                  <b>{terminal.name}</b>
                  {terminal.here && <span className="soft"> · this one</span>}
                </td>
                <td>
                  {when(terminal.enrolledAt)} <span className="soft">by {terminal.enrolledBy}</span>
                </td>
                <td>{terminal.lastUsedAt ? when(terminal.lastUsedAt) : <span className="soft">never</span>}</td>
                <td className="right">
                  <button
                    className="linkish"
                    aria-label={`Withdraw ${terminal.name}`}
                    onClick={() => void withdraw(terminal.id, terminal.name)}
                  >
                    Withdraw
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {enrolling && (
        <EnrollDialog
          onClose={() => {
            setEnrolling(false);
            void renew();
          }}
        />
      )}
    </div>
  );
}
