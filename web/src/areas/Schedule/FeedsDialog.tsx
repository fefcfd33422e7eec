import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';
import type { Calendar } from './calendarQuery';

/** Secret addresses at which a phone or another program reads the calendar; each can be withdrawn. */
export default function FeedsDialog({ calendar, onClose }: { calendar: Calendar; onClose: () => void }) {
  const say = useSay();
  const refresh = useRefresh();
  const [whose, setWhose] = useState('');
  const [made, setMade] = useState<string | null>(null);
  const feeds = useQuery({
    queryKey: ['calendar', 'feeds'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/calendar/feeds', { signal })),
  }).data;
  const make = async () => {
    try {
      const { path } = await unwrap(api.POST('/api/calendar/feeds', { body: { staffId: Number(whose) || null } }));
      setMade(path ? `${window.location.origin}/${path}` : null);
      await refresh(['calendar', 'feeds']);
    } catch (error) {
      say.refused(error);
    }
  };
  const withdraw = (id: number) =>
    unwrap(api.POST('/api/calendar/feeds/{id}/withdraw', { params: { path: { id } } })).then(
      () => refresh(['calendar', 'feeds']),
      say.refused,
    );
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Calendar on a phone</DialogTitle>
      <DialogContent>
        <p className="soft">
          A calendar program that is given such an address shows the shop's calendar and keeps it current. Customers' names and phone
          numbers are not in it. Whoever has the address can read it until you withdraw it.
        </p>
        {feeds?.map((feed) => (
          <p key={feed.id} className="spread">
            <span>
              <b>{feed.name}</b> <span className="soft">by {feed.madeBy}</span>
            </span>
            <button className="linkish" onClick={() => void withdraw(feed.id)}>
              Withdraw
            </button>
          </p>
        ))}
        <div className="row">
          <select aria-label="Whose calendar" className="plain-select" value={whose} onChange={(event) => setWhose(event.target.value)}>
            <option value="">The whole shop</option>
            {calendar.technicians.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </select>
          <Button variant="outlined" onClick={() => void make()}>
            Make an address
          </Button>
        </div>
        {made && (
          <div className="notice" role="status">
            Copy it now; it is not shown again.
            <input readOnly aria-label="Calendar address" value={made} onFocus={(event) => event.target.select()} className="wide" />
          </div>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
