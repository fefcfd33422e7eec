import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, Problem, sentence, unwrap } from '../../lib/api';
import { moment, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { uploadPhoto } from '../../lib/upload';
import { Labelled } from '../../ui/Labelled';
import { Plate } from '../../ui/Plate';
import { SignBox, type Signature } from '../../ui/SignBox';
import { Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import './writeup.css';

/** The check-in sheet: looked through together, signed on the screen, kept as it was signed. */
export default function CheckInDialog({ orderId, onClose }: { orderId: number; onClose: () => void }) {
  const shop = useShop();
  const now = useNow();
  const refresh = useRefresh();
  const say = useSay();
  const key = ['order', orderId, 'check-in'];
  const view = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/check-in', { signal, params: { path: { id: orderId } } })),
    staleTime: Infinity,
  });
  const [photos, setPhotos] = useState<string[] | null>(null);
  const [condition, setCondition] = useState('');
  const [name, setName] = useState<string | null>(null);
  const [busy, setBusy] = useState('');
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const signature = useRef<Signature>(null);
  const document = view.data?.document;
  const shown = photos ?? document?.photoHashes ?? [];
  const signer = name ?? document?.customerName ?? '';
  const failed = (error: unknown) =>
    setProblem(error instanceof Problem ? { field: error.field, text: error.message } : { text: sentence(error) });
  const addPhotos = async (files: FileList | null) => {
    let kept = shown;
    for (const file of files ?? []) {
      setBusy('Saving the photo…');
      try {
        kept = [...kept, await uploadPhoto(file)];
        setPhotos(kept);
      } catch (error) {
        failed(error);
      }
    }
    setBusy('');
  };
  const sign = async () => {
    setBusy('Saving the sheet…');
    setProblem(null);
    try {
      const png = signature.current?.png() ?? '';
      const sheet = await unwrap(
        api.POST('/api/orders/{id}/check-in', {
          params: { path: { id: orderId } },
          body: { signedBy: signer, signaturePng: png, condition, photoHashes: shown },
        }),
      );
      await refresh(key, ['order', orderId]);
      say.done('Check-in sheet signed and saved.');
      window.open(`/api/check-in-sheets/${sheet.id}/check-in.pdf`, '_blank');
      onClose();
    } catch (error) {
      failed(error);
      setBusy('');
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>Check-in sheet</DialogTitle>
      <DialogContent>
        {view.error && !view.data ? (
          <Failed error={view.error} again={() => void view.refetch()} />
        ) : !view.data || !document ? (
          <Loading what="the sheet" />
        ) : (
          <div className="check-in">
            {view.data.signed.length > 0 && (
              <div className="signed-list" role="status">
                {view.data.signed.map((sheet) => (
                  <div key={sheet.id}>
                    <a href={`/api/check-in-sheets/${sheet.id}/check-in.pdf`} target="_blank" rel="noreferrer">
                      Signed by {sheet.signedBy}
                    </a>{' '}
                    <span className="soft small">
                      {shop && moment(wallTime(sheet.at, shop.timeZone), now)}, checked in by {sheet.by}
                    </span>
                  </div>
                ))}
              </div>
            )}
            <div className="check-in-columns">
              <div>
                <div className="row">
                  {document.plate && <Plate text={document.plate} />}
                  <span className="strong">{document.vehicle}</span>
                </div>
                <p className="soft">
                  {[document.odometer, document.promise && `promised ${document.promise}`].filter(Boolean).join(' · ')}
                </p>
                {document.concerns.map((says) => (
                  <p key={says}>“{says}”</p>
                ))}
                <ul>
                  {document.agreed.map((text) => (
                    <li key={text}>{text}</li>
                  ))}
                </ul>
                <h3>Terms</h3>
                {document.terms ? (
                  document.terms.split('\n').map((line) => <p key={line}>{line}</p>)
                ) : (
                  <p className="soft">No terms yet. The owner can add them in Setup, Labels, fields and terms.</p>
                )}
              </div>
              <div className="check-in-side">
                <div className="photos">
                  {shown.map((hash) => (
                    <button key={hash} type="button" title="Remove this photo" onClick={() => setPhotos(shown.filter((h) => h !== hash))}>
                      <img src={`/api/photos/${hash}`} alt="Vehicle at check-in" />
                    </button>
                  ))}
                  {shown.length < 6 && (
                    <label className="car-photo missing">
                      <span>Add photo</span>
                      <input
                        type="file"
                        accept="image/*"
                        capture="environment"
                        multiple
                        aria-label="Add photos of the car"
                        onChange={(event) => {
                          void addPhotos(event.target.files);
                          event.target.value = '';
                        }}
                      />
                    </label>
                  )}
                </div>
                <Labelled
                  label="Existing damage"
                  value={condition}
                  onText={setCondition}
                  placeholder="scratch on the left rear door"
                  problem={problem?.field === 'condition' ? problem.text : undefined}
                />
                <Labelled
                  label="Signed by"
                  value={signer}
                  onText={setName}
                  problem={problem?.field === 'signedBy' ? problem.text : undefined}
                />
                <SignBox ref={signature} />
                {problem && !['condition', 'signedBy'].includes(problem.field ?? '') && (
                  <p className="field-problem" role="alert">
                    {problem.text}
                  </p>
                )}
              </div>
            </div>
          </div>
        )}
      </DialogContent>
      <DialogActions>
        {busy && <span className="soft grow">{busy}</span>}
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={busy !== '' || !document} onClick={() => void sign()}>
          Save signed sheet
        </Button>
      </DialogActions>
    </Dialog>
  );
}
