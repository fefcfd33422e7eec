import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { moment, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { Check } from '../../ui/Check';
import { Failed, Loading } from '../../ui/Feedback';
import { Field, Part } from '../../ui/Fields';
import { useSay } from '../../ui/Toasts';
import { useKept } from '../../ui/useKept';
import { AbsencesPart } from './AbsencesPart';
import { InvitationPart } from './InvitationPart';
import { ROLES } from './roles';
import { WeekPart } from './WeekPart';
import styles from './PeoplePage.module.css';

type Person = Schemas['PersonDetail'];

/** One person on staff. */
export default function PersonPage() {
  const id = Number(useParams().id);
  const refresh = useRefresh();
  const say = useSay();
  const person = useQuery({
    queryKey: ['setup', 'people', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/people/{id}', { signal, params: { path: { id } } })),
  });
  const renew = () => refresh(['setup', 'people'], ['shop'], ['floor'], ['session']);
  const set = useKept(
    (field, value) =>
      unwrap(api.POST('/api/people/{id}', { params: { path: { id } }, body: { field, value, version: person.data?.version ?? 0 } })),
    renew,
  );
  if (person.error && !person.data) return <Failed error={person.error} again={() => void person.refetch()} />;
  if (!person.data) return <Loading what="the person" />;
  const p = person.data;
  const here = (active: boolean) => unwrap(api.POST('/api/people/{id}/active', { params: { path: { id } }, body: { active } })).then(renew);
  const leave = (active: boolean) =>
    here(active).then(
      () =>
        say.done(
          active ? `${p.name} is back.` : `${p.name} is signed out, off the clock and off the plan; what they did stays theirs.`,
          () => here(!active),
        ),
      say.refused,
    );
  return (
    <>
      <Part
        title={p.name}
        aside={
          p.isMe ? (
            <span className="soft">you</span>
          ) : (
            <Button onClick={() => void leave(!p.active)}>{p.active ? 'Deactivate' : 'Bring back'}</Button>
          )
        }
      >
        <Field label="Name" value={p.name} commit={set('name', 'Name', p.name)} />
        <Field label="User name" value={p.userName} commit={set('userName', 'User name', p.userName)} />
        <div className="field-row">
          <span className="soft">Role</span>
          <select
            aria-label="Role"
            value={p.role}
            disabled={p.isMe}
            onChange={(event) => void set('role', 'Role', p.role)(event.target.value).catch(say.refused)}
          >
            {Object.entries(ROLES).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </div>
        <Field label="Skills" value={p.skills} commit={set('skills', 'Skills', p.skills)} placeholder="such as brakes, engine, tires" />
        <Field label="Pace, %" value={p.pace} commit={set('pace', 'Pace', p.pace)} />
        <Field label="Pay per hour" value={p.payRate} commit={set('payRate', 'Pay', p.payRate)} placeholder="not set" />
        <p className="soft small">
          A pace of 120 takes a fifth longer than the hours that are sold. Pay is seen only by those who manage people.
        </p>
      </Part>
      {p.active && <InvitationPart person={p} renew={renew} />}
      <Part title="Hours" aside={<span className="soft small">{p.hoursOfShop ? 'as the shop' : 'their own'}</span>}>
        <WeekPart week={p.week} none="off" overnight set={set} />
      </Part>
      <AbsencesPart person={p} renew={renew} />
      <RightsPart person={p} renew={renew} />
    </>
  );
}

function RightsPart({ person, renew }: { person: Person; renew: () => Promise<unknown> }) {
  const shop = useShop();
  const now = useNow();
  const set = (permission: Schemas['Permission'], allowed: boolean) =>
    unwrap(api.POST('/api/people/{id}/rights', { params: { path: { id: person.id } }, body: { permission, allowed } })).then(renew);
  return (
    <Part title="Rights">
      <p className="soft">
        As a {ROLES[person.role]} by default.{' '}
        {person.isMe ? "You can't change your own rights." : 'Tick or untick to give or take a single right.'}
      </p>
      <div className={styles.rights}>
        {person.rights.map((right) => (
          <div key={right.permission}>
            <Check checked={right.has} disabled={person.isMe} onCheck={(has) => set(right.permission, has)}>
              {right.words}
            </Check>
            {right.changedBy && shop && (
              <span className="soft small">
                {right.has ? 'given' : 'taken'} by {right.changedBy}
                {right.changedAt && `, ${moment(wallTime(right.changedAt, shop.timeZone), now)}`}
              </span>
            )}
          </div>
        ))}
      </div>
    </Part>
  );
}
