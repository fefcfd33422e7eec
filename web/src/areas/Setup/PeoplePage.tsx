import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Outlet, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { useRefresh } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Part } from '../../ui/Fields';
import { Labelled } from '../../ui/Labelled';
import { SaveCsv } from '../../ui/SaveCsv';
import { RowLinks } from '../../ui/RowLinks';
import { ROLES } from './roles';
import '../../ui/records.css';
import { useRefusal } from '../../ui/useRefusal';

/** Everybody on staff; one of them is shown beside the list. */
export default function PeoplePage() {
  const people = useQuery({ queryKey: ['setup', 'people'], queryFn: ({ signal }) => unwrap(api.GET('/api/people', { signal })) });
  if (people.error && !people.data) return <Failed error={people.error} again={() => void people.refetch()} />;
  if (!people.data) return <Loading what="people" />;
  return (
    <div className="own-page">
      <div className="record-side">
        <Part title="People" aside={<SaveCsv name="people" columns={COLUMNS} rows={people.data} />}>
          <RowLinks
            label="People"
            rows={people.data.map((person) => ({
              key: person.id,
              to: `/setup/people/${person.id}`,
              name: person.name,
              soft: !person.active,
              aside: ROLES[person.role],
              more: stateOf(person),
            }))}
          />
          <AddPerson />
        </Part>
      </div>
      <div className="record-main">
        <Outlet />
      </div>
    </div>
  );
}

const COLUMNS: CsvColumn<Schemas['PersonRow']>[] = [
  ['Name', (person) => person.name],
  ['Role', (person) => ROLES[person.role]],
  ['User name', (person) => person.userName],
  ['Works here', (person) => person.active],
];

function stateOf(person: Schemas['PersonRow']): string {
  if (!person.active) return 'left';
  if (person.hasPassword) return person.userName;
  return person.invitedUntil ? 'link not used yet' : 'no password yet';
}

/** The right side while nobody is chosen. */
export function PeopleStart() {
  return (
    <Part title="Who works here">
      <p>
        Everybody signs in under their own name, so that every answer, price and hour says whose it is. Add a person, then send them the
        link that Yardstick makes: they choose their password themselves.
      </p>
      <p className="soft">
        What someone may do depends on their role. Choose a person to give or take single rights, to set their hours, or to take them off
        when they leave; what they did stays theirs.
      </p>
    </Part>
  );
}

function AddPerson() {
  const refresh = useRefresh();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [userName, setUserName] = useState<string | null>(null);
  const [role, setRole] = useState<Schemas['Role']>('Technician');
  const refusal = useRefusal('name', 'userName');
  // The first name is what most people sign in with.
  const proposed = userName ?? (name.trim().split(/\s+/)[0] ?? '').toLowerCase();
  const add = () =>
    refusal.attempt(async () => {
      const { id } = await unwrap(api.POST('/api/people', { body: { name, userName: proposed, role } }));
      setName('');
      setUserName(null);
      await refresh(['setup', 'people'], ['shop']);
      void navigate(`/setup/people/${id}`);
    });
  return (
    <form
      className="inline-form"
      aria-label="Add a person"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <div className="add-row">
        <Labelled label="Name" value={name} onText={setName} problem={refusal.of('name')} />
        <Labelled label="User name" value={proposed} onText={setUserName} problem={refusal.of('userName')} />
      </div>
      <div className="add-row">
        <label className="labelled">
          <span>Role</span>
          <select aria-label="Role" value={role} onChange={(event) => setRole(event.target.value as Schemas['Role'])}>
            {Object.entries(ROLES).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <Button type="submit" variant="outlined">
          Add
        </Button>
      </div>
      {refusal.rest && (
        <div className="notice stop" role="alert">
          {refusal.rest}
        </div>
      )}
    </form>
  );
}
