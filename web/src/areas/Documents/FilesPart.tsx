import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap } from '../../lib/api';
import { day, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { bytes, uploadFile } from '../../lib/upload';
import { useSay } from '../../ui/Toasts';
import { Part } from '../../ui/Fields';

export type RecordKind = 'Customer' | 'Vehicle' | 'Order' | 'Line';

interface Props {
  kind: RecordKind;
  id: number;
  disabled?: boolean;
}

/** Files on a record: dropped or chosen, opened, taken off with undo. */
export function FilesPart({ kind, id, disabled }: Props) {
  const [busy, setBusy] = useState('');
  const [over, setOver] = useState(false);
  const refresh = useRefresh();
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const key = ['files', kind, id];
  const files = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => unwrap(api.GET('/api/files/{kind}/{id}', { signal, params: { path: { kind, id } } })),
  });
  const renew = () => refresh(key, [kind.toLowerCase(), id]);
  const add = async (list: FileList | null) => {
    for (const file of list ?? []) {
      setBusy(`Saving ${file.name}…`);
      try {
        await uploadFile(kind, id, file);
      } catch (error) {
        say.refused(error);
      }
    }
    setBusy('');
    await renew();
  };
  const remove = (fileId: number, name: string) => {
    const path = { id: fileId };
    unwrap(api.DELETE('/api/files/{id}', { params: { path } })).then(() => {
      void renew();
      say.done(`${name} removed.`, () => unwrap(api.POST('/api/files/{id}/restore', { params: { path } })).then(renew));
    }, say.refused);
  };
  const rows = files.data ?? [];
  return (
    <Part
      title="Files"
      aside={
        !disabled && (
          <label className="linkish filepick">
            Add files…
            <input
              type="file"
              multiple
              aria-label="Add files"
              onChange={(event) => {
                void add(event.target.files);
                event.target.value = '';
              }}
            />
          </label>
        )
      }
    >
      <div
        className={`files ${over ? 'over' : ''}`}
        onDragOver={(event) => {
          if (disabled) return;
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          if (!disabled) void add(event.dataTransfer.files);
        }}
      >
        {rows.length === 0 && !busy && <p className="soft">{disabled ? 'None.' : 'None yet. Drop photos, PDFs or documents here.'}</p>}
        {rows.map((file) => (
          <div key={file.id} className="file-row">
            <a href={`/api/files/${file.id}/content`} target="_blank" rel="noreferrer" className="row grow">
              {file.picture && <img src={`/api/files/${file.id}/content`} alt="" loading="lazy" />}
              <span className="clip">{file.name}</span>
            </a>
            <span className="soft small nowrap">
              {bytes(file.size)} · {file.by}
              {shop && `, ${day(wallTime(file.at, shop.timeZone), now)}`}
            </span>
            {!disabled && (
              <button className="more" aria-label={`Remove ${file.name}`} onClick={() => remove(file.id, file.name)}>
                ×
              </button>
            )}
          </div>
        ))}
        {busy && (
          <p className="soft" role="status">
            {busy}
          </p>
        )}
      </div>
    </Part>
  );
}
