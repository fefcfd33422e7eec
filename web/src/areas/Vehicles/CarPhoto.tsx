import { useState } from 'react';
import { uploadPhoto } from '../../lib/upload';
import { useSay } from '../../ui/Toasts';

interface Props {
  hash: string;
  name: string;
  disabled: boolean;
  onKept: (hash: string) => Promise<unknown>;
}

/** The car's photo as its face, or the place for one. */
export function CarPhoto({ hash, name, disabled, onKept }: Props) {
  const [busy, setBusy] = useState(false);
  const say = useSay();
  const keep = async (file: File) => {
    setBusy(true);
    try {
      await onKept(await uploadPhoto(file));
      say.done(hash ? 'The photo is replaced.' : 'Photo saved.', () => onKept(hash));
    } catch (error) {
      say.refused(error);
    } finally {
      setBusy(false);
    }
  };
  if (!hash && disabled) return null;
  return (
    <label className={`car-photo ${hash ? '' : 'missing'}`}>
      {hash ? <img src={`/api/photos/${hash}`} alt={`Photo of ${name}`} /> : <span>{busy ? 'Saving…' : 'Photo'}</span>}
      {!disabled && (
        <input
          type="file"
          accept="image/*"
          capture="environment"
          aria-label={hash ? 'Replace the photo of the car' : 'Add a photo of the car'}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void keep(file);
            event.target.value = '';
          }}
        />
      )}
    </label>
  );
}
