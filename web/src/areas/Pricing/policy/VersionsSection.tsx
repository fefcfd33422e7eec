import { api, unwrap, type Schemas } from '../../../lib/api';
import { moment, wallTime } from '../../../lib/format';
import { useNow, useShop } from '../../../lib/shop';
import { useSay } from '../../../ui/Toasts';
import { usePolicy } from './usePolicy';
import type { CsvColumn } from '../../../lib/csv';
import { SaveCsv } from '../../../ui/SaveCsv';

const PRICING_VERSIONS: CsvColumn<Schemas['PolicyVersionView']>[] = [
  ['Version', (row) => row.id],
  ['In effect since', (row) => row.inForceAt],
  ['By', (row) => row.by || 'initial setup'],
  ['Why', (row) => row.note],
];

/** Every version that was in force; an older one can be taken as the draft. */
export function VersionsSection() {
  const { view, form, change } = usePolicy();
  const shop = useShop();
  const now = useNow();
  const say = useSay();
  const takeUp = async (id: number) => {
    try {
      const before = form;
      const older = await unwrap(api.GET('/api/policy/versions/{id}', { params: { path: { id } } }));
      await change(() => older);
      say.done(`The draft now matches version ${id}.`, () => change(() => before));
    } catch (error) {
      say.refused(error);
    }
  };
  return (
    <>
      <p className="soft">
        Posted repair orders keep their version. Open ones keep theirs until repriced.{' '}
        <SaveCsv name="pricing-versions" columns={PRICING_VERSIONS} rows={view.versions} />
      </p>
      <table className="list">
        <thead>
          <tr>
            <th>Version</th>
            <th>In effect since</th>
            <th>By</th>
            <th>Why</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {view.versions.map((version, i) => (
            <tr key={version.id}>
              <td>
                {version.id} {i === 0 && <span className="strong">in effect</span>}
              </td>
              <td>{shop ? moment(wallTime(version.inForceAt, shop.timeZone), now) : ''}</td>
              <td>{version.by || 'initial setup'}</td>
              <td>{version.note}</td>
              <td className="right">
                <button className="linkish" onClick={() => void takeUp(version.id)}>
                  Start draft from this
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
