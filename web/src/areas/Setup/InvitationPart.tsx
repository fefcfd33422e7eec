import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { moment, wallTime } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { Part } from '../../ui/Fields';
import { useSay } from '../../ui/Toasts';
import styles from './PeoplePage.module.css';

/** How a person gets in: by a link, once, with which they choose their password. */
export function InvitationPart({ person, renew }: { person: Schemas['PersonDetail']; renew: () => Promise<unknown> }) {
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const [made, setMade] = useState<{ of: number; link: string } | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const link = made?.of === person.id ? made.link : '';
  const make = () =>
    unwrap(api.POST('/api/people/{id}/invitation', { params: { path: { id: person.id } } })).then(async (answer) => {
      setMade({ of: person.id, link: answer.link });
      await renew();
      field.current?.select();
    }, say.refused);
  const copy = () =>
    navigator.clipboard.writeText(link).then(
      () => say.done('The link is copied. Send it to them; it works once, for a week.'),
      () => field.current?.select(),
    );
  const until = person.invitedUntil && shop ? moment(wallTime(person.invitedUntil, shop.timeZone), now) : '';
  return (
    <Part title="Signing in">
      <div className={styles.signing}>
        <p className="soft">
          {person.hasPassword
            ? `${person.name} has a password${person.hasPin ? ' and a PIN' : ''}.`
            : `${person.name} has no password yet.`}{' '}
          {until && `A link waits for them until ${until}.`}
        </p>
        {link && (
          <div className={styles.link}>
            <input ref={field} readOnly aria-label="Link" value={link} onFocus={(event) => event.target.select()} />
            <Button variant="contained" onClick={() => void copy()}>
              Copy
            </Button>
          </div>
        )}
        <div className="row">
          <Button variant={person.hasPassword || link ? 'outlined' : 'contained'} onClick={() => void make()}>
            {person.hasPassword ? 'Link for a new password' : until ? 'Make another link' : 'Make the link'}
          </Button>
          <span className="soft small">
            {link
              ? 'It is shown only now. Whoever opens it chooses the password, once, within a week.'
              : person.hasPassword
                ? 'The password of today counts until the link is used; then every computer asks for the new one.'
                : 'They open it on their own phone or computer and choose a password and a PIN.'}
          </span>
        </div>
      </div>
    </Part>
  );
}
