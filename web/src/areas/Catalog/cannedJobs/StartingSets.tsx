import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { useRefresh } from '../../../lib/shop';
import { Part } from '../../../ui/Fields';
import { useSay } from '../../../ui/Toasts';

/** Canned jobs with which a shop may begin; what it has already is left as it is. */
export function StartingSets() {
  const refresh = useRefresh();
  const say = useSay();
  const sets = useQuery({
    queryKey: ['canned-jobs', 'starting'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/starting-sets', { signal })),
  });
  const renew = () => refresh(['canned-jobs'], ['choices'], ['setup', 'steps']);
  const take = (set: Schemas['StartingSetView']) => {
    const params = { params: { path: { key: set.key } } };
    unwrap(api.POST('/api/starting-sets/{key}', params)).then(async ({ ids }) => {
      await renew();
      say.done(ids.length === 1 ? 'One canned job added.' : `${ids.length} canned jobs added.`, () =>
        unwrap(api.POST('/api/starting-sets/{key}/undo', { ...params, body: { ids } })).then(renew),
      );
    }, say.refused);
  };
  if (!sets.data?.some((set) => set.missing > 0)) return null;
  return (
    <Part title="Sets to begin with">
      <p className="soft">Hours and parts are a start; change them to what your shop sells. Prices come from your own pricing rules.</p>
      <table className="list">
        <tbody>
          {sets.data.map((set) => (
            <tr key={set.key}>
              <td>
                <b>{set.name}</b>
                <div className="soft">{set.description}</div>
                <div className="soft small">{set.jobs.join(' · ')}</div>
              </td>
              <td className="right nowrap">
                {set.missing > 0 ? (
                  <Button variant="outlined" onClick={() => take(set)}>
                    Add {set.missing === 1 ? '1 job' : `${set.missing} jobs`}
                  </Button>
                ) : (
                  <span className="soft">all there</span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Part>
  );
}
