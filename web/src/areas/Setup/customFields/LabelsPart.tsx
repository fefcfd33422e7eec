import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../../lib/api';
import { useMay, useRefresh } from '../../../lib/shop';
import { useSay } from '../../../ui/Toasts';
import { Field, Part } from '../../../ui/Fields';
import type { RecordKind } from '../../Documents/FilesPart';
import { Link } from 'react-router';

interface Props {
  kind: RecordKind;
  id: number;
  disabled?: boolean;
}

/** Labels and fields of the shop's own on a record. */
export function LabelsPart({ kind, id, disabled }: Props) {
  const refresh = useRefresh();
  const say = useSay();
  const maySetup = useMay('EditSetup');
  const key = ['labels', kind, id];
  const state = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => unwrap(api.GET('/api/records/{kind}/{id}/labels-and-fields', { signal, params: { path: { kind, id } } })),
  }).data;
  const renew = () => refresh(key, [kind.toLowerCase(), id]);
  if (!state) return null;
  const put = (labelId: number, on: boolean) =>
    void unwrap(api.POST('/api/records/{kind}/{id}/labels/{labelId}', { params: { path: { kind, id, labelId } }, body: { on } })).then(
      renew,
      say.refused,
    );
  const set = async (fieldId: number, value: string) => {
    await unwrap(api.POST('/api/records/{kind}/{id}/fields/{fieldId}', { params: { path: { kind, id, fieldId } }, body: { value } }));
    await renew();
  };
  if (state.labels.length + state.fields.length === 0)
    return maySetup ? (
      <Part title="Labels and custom fields">
        <p className="soft">
          Set up labels and custom fields in <Link to="/setup/own">Setup</Link>.
        </p>
      </Part>
    ) : null;
  return (
    <Part title="Labels and custom fields">
      {state.labels.length > 0 && (
        <div className="labels" role="group" aria-label="Labels">
          {state.labels.map((label) => (
            <button
              key={label.id}
              className="shop-label"
              aria-pressed={label.on}
              disabled={disabled}
              onClick={() => put(label.id, !label.on)}
            >
              {label.name}
            </button>
          ))}
        </div>
      )}
      {state.fields.map((field) => (
        <Field
          key={field.id}
          label={field.name}
          value={field.value}
          disabled={disabled}
          list={field.type === 'Choice' ? field.choices : field.type === 'YesNo' ? ['yes', 'no'] : undefined}
          placeholder={field.type === 'Choice' || field.type === 'YesNo' ? 'not set' : field.type === 'Date' ? 'date' : undefined}
          commit={(value) => set(field.id, value)}
        />
      ))}
    </Part>
  );
}
