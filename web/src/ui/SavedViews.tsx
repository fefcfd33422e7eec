import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../lib/api';
import { useRefresh } from '../lib/shop';
import { Labelled } from './Labelled';
import styles from './SavedViews.module.css';
import { useSay } from './Toasts';
import { useRefusal } from './useRefusal';

type View = Schemas['SavedViewRow'];

interface Props {
  /** Which list the views are of; each has its own. */
  list: string;
  /** The list is narrowed by something, so that it is worth a name. */
  narrowed: boolean;
  /** Opens a view where the list does not follow its address by itself. */
  onOpen?: (address: string) => void;
}

/** Views of a list that were kept under a name: opened, the present one kept, one taken off. What a list is narrowed to is its address. */
export function SavedViews({ list, narrowed, onOpen }: Props) {
  const key = ['saved-views', list];
  const views = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => unwrap(api.GET('/api/saved-views/{list}', { signal, params: { path: { list } } })),
  });
  const [naming, setNaming] = useState(false);
  const navigate = useNavigate();
  const { pathname, search } = useLocation();
  const refresh = useRefresh();
  const say = useSay();
  const here = pathname + search;
  const open = views.data?.find((view) => view.address === here);
  const remove = (view: View) => {
    const send = (removed: boolean) =>
      unwrap(api.POST('/api/saved-views/{id}/remove', { params: { path: { id: view.id } }, body: { removed } })).then(() => refresh(key));
    send(true).then(() => say.done(`View removed: ${view.name}.`, () => send(false)), say.refused);
  };
  return (
    <span className={styles.views}>
      {(views.data?.length ?? 0) > 0 && (
        <select
          className="plain-select"
          aria-label="Saved views"
          value={open?.id ?? ''}
          onChange={(event) => {
            const chosen = views.data?.find((view) => view.id === Number(event.target.value));
            if (!chosen) return;
            if (onOpen) onOpen(chosen.address);
            else void navigate(chosen.address);
          }}
        >
          <option value="" disabled>
            Saved views…
          </option>
          {views.data?.map((view) => (
            <option key={view.id} value={view.id}>
              {view.forAll ? `${view.name} (everyone)` : view.name}
            </option>
          ))}
        </select>
      )}
      {open?.mayRemove && (
        <button className="linkish nowrap" onClick={() => remove(open)}>
          Remove the view
        </button>
      )}
      {narrowed && !open && !naming && (
        <button className="linkish nowrap" onClick={() => setNaming(true)}>
          Save this view…
        </button>
      )}
      {naming && <Naming list={list} address={here} onClose={() => setNaming(false)} onKept={() => refresh(key)} />}
    </span>
  );
}

interface NamingProps {
  list: string;
  address: string;
  onClose: () => void;
  onKept: () => Promise<unknown>;
}

function Naming({ list, address, onClose, onKept }: NamingProps) {
  const [name, setName] = useState('');
  const [forAll, setForAll] = useState(false);
  const refusal = useRefusal('name');
  const keep = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/saved-views', { body: { list, name, address, forAll } }));
      await onKept();
      onClose();
    });
  return (
    <form
      className={styles.naming}
      aria-label="Save this view"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <Labelled
        label="Name of the view"
        value={name}
        onText={setName}
        problem={refusal.of('name') ?? refusal.rest}
        autoFocus
        maxLength={60}
      />
      <label className="row nowrap">
        <input type="checkbox" checked={forAll} onChange={(event) => setForAll(event.target.checked)} />
        For everyone
      </label>
      <Button type="submit" variant="contained">
        Save
      </Button>
      <Button onClick={onClose}>Cancel</Button>
    </form>
  );
}
