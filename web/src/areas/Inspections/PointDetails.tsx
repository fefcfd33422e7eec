import { useRef, useState } from 'react';
import { api, unwrap } from '../../lib/api';
import { day, figure } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { Combo } from '../../ui/Combo';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { usePhrases } from '../../ui/usePhrases';
import { MarkedPhoto } from '../../ui/MarkedPhoto';
import { PhotoEditor } from './PhotoEditor';
import type { Point } from './overlay';
import type { Entering } from './useInspection';

interface Props {
  point: Point;
  edits: boolean;
  entering: Entering;
}

/** What else is said of a point: a note, how far it will do, photos, or why it was not looked at. */
export function PointDetails({ point, edits, entering }: Props) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const [note, setNote] = useState(point.note);
  const [lasts, setLasts] = useState(point.lastsTo?.toLocaleString('en-US') ?? point.lastsUntil ?? '');
  const [skip, setSkip] = useState(point.skipped);
  const [marking, setMarking] = useState<number | null>(null);
  const after = useRef<HTMLInputElement>(null);
  const phrases = usePhrases('Finding', note, edits && note.trim() !== '', setNote);
  const { inspectionId } = entering;
  const photos = (files: FileList | null, isAfter: boolean) => {
    for (const file of files ?? []) void entering.photo(point, file, isAfter);
  };
  const removePhoto = (photoId: number) =>
    unwrap(api.DELETE('/api/inspections/{id}/photos/{photoId}', { params: { path: { id: inspectionId, photoId } } })).then(
      () => refresh(['inspection', inspectionId]),
      say.refused,
    );
  const proposed =
    point.proposedTo !== null
      ? `${point.proposedTo.toLocaleString('en-US')}${point.proposedOn ? `, about ${day(point.proposedOn, now)}` : ''}`
      : '';
  const marked = point.photos.find((photo) => photo.id === marking);
  return (
    <div className="point-details">
      {point.last && (
        <p className="soft">
          Last time, {day(point.last.at, now)}
          {point.last.odometer !== null && ` at ${point.last.odometer.toLocaleString('en-US')}`}:{' '}
          {point.last.measured !== null ? `${figure(point.last.measured)} ${point.unit}` : point.last.rating?.toLowerCase()}
          {point.last.wear !== null && `, ${figure(point.last.wear)} ${point.unit} lost for each 1,000`}.
        </p>
      )}
      {point.job && <p className="soft">If due: {point.job}</p>}
      {edits && (
        <>
          <form
            className="point-line"
            onSubmit={(event) => {
              event.preventDefault();
              void entering.say(point, 'Note', note);
            }}
          >
            <Combo
              className="field grow"
              label={`Note on ${point.title}`}
              placeholder="Note"
              text={note}
              onText={setNote}
              clearOnTake={false}
              choices={phrases.choices}
              onDelete={phrases.forget}
              free={{ onEnter: () => void entering.say(point, 'Note', note) }}
            />
            <button className="big" disabled={note === point.note}>
              Save note
            </button>
          </form>
          <form
            className="point-line"
            onSubmit={(event) => {
              event.preventDefault();
              void entering.say(point, 'Lasts', lasts);
            }}
          >
            <Labelled label="Lasts to: an odometer or a date" value={lasts} onText={setLasts} placeholder="such as 62,000 or April" />
            {proposed && point.lastsTo === null && (
              <button type="button" className="big" onClick={() => void entering.say(point, 'Lasts', String(point.proposedTo))}>
                Take {proposed}
              </button>
            )}
            <button className="big">Save</button>
          </form>
          <div className="point-line">
            <label className="big row">
              Take a photo
              <input
                type="file"
                accept="image/*"
                capture="environment"
                multiple
                aria-label={`Photo of ${point.title}`}
                className="visually-hidden"
                onChange={(event) => {
                  photos(event.target.files, false);
                  event.target.value = '';
                }}
              />
            </label>
            <label className="big row">
              After the work
              <input
                ref={after}
                type="file"
                accept="image/*"
                capture="environment"
                aria-label={`Photo of ${point.title} after the work`}
                className="visually-hidden"
                onChange={(event) => {
                  photos(event.target.files, true);
                  event.target.value = '';
                }}
              />
            </label>
          </div>
          <form
            className="point-line"
            onSubmit={(event) => {
              event.preventDefault();
              void entering.say(point, 'Skip', skip);
            }}
          >
            <Labelled label="Can't be looked at, because" value={skip} onText={setSkip} maxLength={120} />
            <button className="big" disabled={skip.trim() === '' || skip === point.skipped}>
              Skip it
            </button>
            {(point.rating !== null || point.skipped) && (
              <button type="button" className="big" onClick={() => void entering.say(point, 'Clear', '')}>
                Clear
              </button>
            )}
          </form>
        </>
      )}
      {point.photos.length > 0 && (
        <div className="point-photos">
          {point.photos.map((photo) => (
            <figure key={photo.id}>
              <button aria-label={`Mark the photo of ${point.title}`} disabled={!edits} onClick={() => setMarking(photo.id)}>
                <MarkedPhoto hash={photo.hash} marks={photo.marks} alt={`${point.title}, ${point.group}`} />
              </button>
              <figcaption className="small soft">
                {photo.after ? 'after' : 'before'}{' '}
                {edits && (
                  <button className="linkish" onClick={() => void removePhoto(photo.id)}>
                    Remove
                  </button>
                )}
              </figcaption>
            </figure>
          ))}
        </div>
      )}
      {marked && (
        <PhotoEditor
          hash={marked.hash}
          marks={marked.marks}
          alt={`${point.title}, ${point.group}`}
          onClose={() => setMarking(null)}
          onMarks={(marks) =>
            unwrap(
              api.POST('/api/inspections/{id}/photos/{photoId}/marks', {
                params: { path: { id: inspectionId, photoId: marked.id } },
                body: { marks },
              }),
            ).then(async () => {
              await refresh(['inspection', inspectionId]);
              setMarking(null);
            }, say.refused)
          }
        />
      )}
    </div>
  );
}
