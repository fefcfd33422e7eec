import SignaturePad from 'signature_pad';
import { useEffect, useImperativeHandle, useRef, type Ref } from 'react';

/** What a signature is asked for: its picture as PNG in base 64, empty while nobody signed. */
export interface Signature {
  png: () => string;
}

/** A box to sign in with finger, pen or mouse. */
export function SignBox({ ref }: { ref: Ref<Signature> }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  useEffect(() => {
    const at = canvas.current!;
    // Lines stay sharp on screens with more than one point to a pixel.
    const ratio = Math.max(1, window.devicePixelRatio);
    at.width = at.offsetWidth * ratio;
    at.height = at.offsetHeight * ratio;
    at.getContext('2d')!.scale(ratio, ratio);
    pad.current = new SignaturePad(at, { penColor: '#1E272B', minWidth: 0.8, maxWidth: 2.2 });
    return () => pad.current?.off();
  }, []);
  useImperativeHandle(
    ref,
    () => ({ png: () => (pad.current?.isEmpty() === false ? (pad.current.toDataURL('image/png').split(',')[1] ?? '') : '') }),
    [],
  );
  return (
    <div className="sign-box">
      <canvas ref={canvas} aria-label="Sign here" tabIndex={0} />
      <span className="soft small">Sign here with a finger, pen or mouse</span>
      <button type="button" className="linkish small" onClick={() => pad.current?.clear()}>
        Clear
      </button>
    </div>
  );
}
