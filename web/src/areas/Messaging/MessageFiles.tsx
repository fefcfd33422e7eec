import type { Schemas } from '../../lib/api';

/** What came along with an email: pictures are shown, everything else is saved. */
export function MessageFiles({ files }: { files: Schemas['MessageFileView'][] }) {
  if (files.length === 0) return null;
  return (
    <div className="meta">
      {files.map((file) => (
        <a key={file.id} href={`/api/files/${file.id}/content`} target="_blank" rel="noreferrer" className="row">
          {file.picture && <img className="message-photo" src={`/api/files/${file.id}/content`} alt="" loading="lazy" />}
          {file.name}
        </a>
      ))}
    </div>
  );
}
