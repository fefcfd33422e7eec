import { useState } from 'react';

interface Props {
  onVin: (vin: string) => void;
  onProblem: (text: string) => void;
  label?: string;
  className?: string;
}

/** Longest side to which a photo is brought before it is searched for bars. */
const SIDE = 1600;

async function read(file: File): Promise<string | null> {
  const [{ BrowserMultiFormatReader }, { BarcodeFormat, DecodeHintType }] = await Promise.all([
    import('@zxing/browser'),
    import('@zxing/library'),
  ]);
  const hints = new Map<number, unknown>([
    // What makers print on door frames and behind windshields.
    [DecodeHintType.POSSIBLE_FORMATS, [BarcodeFormat.CODE_39, BarcodeFormat.CODE_128, BarcodeFormat.DATA_MATRIX, BarcodeFormat.QR_CODE]],
    [DecodeHintType.TRY_HARDER, true],
  ]);
  const reader = new BrowserMultiFormatReader(hints as never);
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, SIDE / Math.max(picture.width, picture.height));
  // A label is often photographed on its side.
  for (const turned of [false, true]) {
    const canvas = document.createElement('canvas');
    const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
    [canvas.width, canvas.height] = turned ? [height, width] : [width, height];
    const context = canvas.getContext('2d')!;
    if (turned) {
      context.translate(height, 0);
      context.rotate(Math.PI / 2);
    }
    context.drawImage(picture, 0, 0, width, height);
    try {
      return vinIn(reader.decodeFromCanvas(canvas).getText());
    } catch {
      // No code this way round.
    }
  }
  return null;
}

/** The VIN in what a code says: some put a letter before it, some an address around it. */
export function vinIn(text: string): string | null {
  return /[A-HJ-NPR-Z0-9]{17}/.exec(text.toUpperCase().replace(/^I(?=[A-HJ-NPR-Z0-9]{17}$)/, ''))?.[0] ?? null;
}

/** Reads a VIN from a photo of its bar code; the picture stays on this device. */
export function VinScan({ onVin, onProblem, label = 'Scan VIN from a photo', className = 'linkish' }: Props) {
  const [busy, setBusy] = useState(false);
  const scan = async (file: File) => {
    setBusy(true);
    try {
      const vin = await read(file);
      if (vin) onVin(vin);
      else onProblem('No VIN barcode found in this photo. Move closer, hold still and get the whole barcode in the picture.');
    } catch {
      onProblem('This photo could not be read. Take another one.');
    } finally {
      setBusy(false);
    }
  };
  return (
    <label className={`filepick nowrap ${className}`}>
      {busy ? 'Reading…' : label}
      <input
        type="file"
        accept="image/*"
        capture="environment"
        aria-label="Read the VIN from a photo"
        disabled={busy}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void scan(file);
          event.target.value = '';
        }}
      />
    </label>
  );
}
