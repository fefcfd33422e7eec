import { api, unwrap } from '../../lib/api';
import { uploadLogo } from '../../lib/upload';
import { PicturePart } from '../../ui/PicturePart';

/** The shop's logo, on documents and on customers' pages. */
export const LogoPart = ({ has, renew }: { has: string; renew: () => Promise<unknown> }) => (
  <PicturePart
    title="Logo"
    words="Appears beside the shop's name on every document and on the pages that customers see. A PNG or JPEG; wide ones are shown up to three times as wide as high."
    src={has && `/api/logo.png?${has.slice(0, 8)}`}
    alt="The shop’s logo"
    onFile={(file) => uploadLogo(file).then(renew)}
    onRemove={() => unwrap(api.POST('/api/setup/logo/remove')).then(renew)}
  />
);
