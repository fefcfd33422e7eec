import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { api, unwrap } from '../../lib/api';
import { uploadLogo } from '../../lib/upload';
import { useSay } from '../../ui/Toasts';
import { Part } from '../../ui/Fields';

/** The shop's logo, on documents and on customers' pages. */
export function LogoPart({ has, renew }: { has: string; renew: () => Promise<unknown> }) {
  const say = useSay();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const keep = (call: Promise<unknown>, words: string) => {
    setBusy(true);
    void call
      .then(async () => {
        await renew();
        say.done(words);
      }, say.refused)
      .finally(() => setBusy(false));
  };
  return (
    <Part title="Logo">
      <p className="soft">
        Appears beside the shop's name on every document and on the pages that customers see. A PNG or JPEG; wide ones are shown up to three
        times as wide as high.
      </p>
      <div className="row">
        {has && <img className="logo" src={`/api/logo.png?${has.slice(0, 8)}`} alt="The shop’s logo" />}
        <Button variant="outlined" disabled={busy} onClick={() => input.current?.click()}>
          {has ? 'Choose another' : 'Choose a picture'}
        </Button>
        {has && (
          <button className="linkish" disabled={busy} onClick={() => keep(unwrap(api.POST('/api/setup/logo/remove')), 'Logo removed.')}>
            Remove
          </button>
        )}
      </div>
      <input
        ref={input}
        type="file"
        hidden
        accept="image/png,image/jpeg,image/webp"
        aria-label="Logo file"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) keep(uploadLogo(file), 'Logo saved. It appears on new documents.');
        }}
      />
    </Part>
  );
}
