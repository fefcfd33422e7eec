import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { useRefresh } from '../../../lib/shop';
import { Part } from '../../../ui/Fields';
import { useSay } from '../../../ui/Toasts';

const count = (n: number, one: string, many: string) => (n === 0 ? '' : `${n} ${n === 1 ? one : many}`);

/** What a shop may begin with: canned jobs, stages, messages and markups; what it has already is left as it is. */
export function StartingSets() {
  const refresh = useRefresh();
  const say = useSay();
  const sets = useQuery({
    queryKey: ['canned-jobs', 'starting'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/starting-sets', { signal })),
  });
  const renew = () => refresh(['canned-jobs'], ['choices'], ['setup'], ['floor'], ['policy']);
  const take = (set: Schemas['StartingSetView']) => {
    const params = { params: { path: { key: set.key } } };
    unwrap(api.POST('/api/starting-sets/{key}', params)).then(async (taken) => {
      await renew();
      const added = [
        count(taken.ids.length, 'canned job', 'canned jobs'),
        count(taken.stageIds.length, 'stage', 'stages'),
        count(taken.templateIds.length, 'message template', 'message templates'),
      ].filter(Boolean);
      const pricing =
        taken.categories.length > 0 ? ` Markups for ${taken.categories.join(', ')} are in the pricing draft; publish it to use them.` : '';
      say.done(`${added.length > 0 ? `Added ${added.join(', ')}.` : ''}${pricing}`.trim(), () =>
        unwrap(api.POST('/api/starting-sets/{key}/undo', { ...params, body: taken })).then(renew),
      );
    }, say.refused);
  };
  if (!sets.data?.some((set) => set.missingJobs > 0)) return null;
  return (
    <Part title="Sets to begin with">
      <p className="soft">
        Hours, parts and markups are a start; change them to what your shop sells. Markups wait in the pricing draft until you publish it.
      </p>
      <table className="list">
        <tbody>
          {sets.data.map((set) => (
            <tr key={set.key}>
              <td>
                <b>{set.name}</b>
                <div className="soft">{set.description}</div>
                <div className="soft small">{set.jobs.join(' · ')}</div>
                <div className="soft small">
                  Stages: {set.stages.join(', ')}. Messages: {set.texts.join(', ')}.
                </div>
              </td>
              <td className="right nowrap">
                {set.missingJobs + set.missingOthers > 0 ? (
                  <Button variant="outlined" onClick={() => take(set)}>
                    Add {set.missingJobs > 0 ? count(set.missingJobs, 'job', 'jobs') : 'the rest'}
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
