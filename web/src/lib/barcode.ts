/** Longest side to which a photo is brought before it is searched for bars. */
const SIDE = 1600;

/** Which bars are looked for. */
export type Codes = 'vin' | 'part';

/**
 * Reads a bar code in a photo; the picture stays on this device.
 * @param accept Takes what the code says, or null to go on looking.
 */
export async function readCode(file: File, codes: Codes, accept: (text: string) => string | null): Promise<string | null> {
  const [{ BrowserMultiFormatReader }, { BarcodeFormat, DecodeHintType }] = await Promise.all([
    import('@zxing/browser'),
    import('@zxing/library'),
  ]);
  // What makers print on door frames and behind windshields; parts carry those of shops as well.
  const formats = [BarcodeFormat.CODE_39, BarcodeFormat.CODE_128, BarcodeFormat.DATA_MATRIX, BarcodeFormat.QR_CODE];
  if (codes === 'part') formats.push(BarcodeFormat.EAN_13, BarcodeFormat.UPC_A, BarcodeFormat.ITF);
  const hints = new Map<number, unknown>([
    [DecodeHintType.POSSIBLE_FORMATS, formats],
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
      return accept(reader.decodeFromCanvas(canvas).getText());
    } catch {
      // No code this way round.
    }
  }
  return null;
}
