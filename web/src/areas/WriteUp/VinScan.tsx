import { useState } from 'react';
import { readCode } from '../../lib/barcode';

interface Props {
  onVin: (vin: string) => void;
  onProblem: (text: string) => void;
  label?: string;
  className?: string;
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
      const vin = await readCode(file, 'vin', vinIn);
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
