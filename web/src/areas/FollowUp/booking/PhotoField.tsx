/** @jsxImportSource preact */
import { useState } from 'preact/hooks';

/** Longest side in pixels: what the shop keeps of a photo. */
const LONGEST = 1600;

interface Props {
  /** The photo as base64; empty for none. */
  photo: string;
  /** What is wrong with it, in words; empty for nothing. */
  wrong: string;
  onPhoto: (photo: string) => void;
}

/** A photo that goes along; it is made smaller here, so that it is sent in a moment. */
export function PhotoField({ photo, wrong, onPhoto }: Props) {
  const [unreadable, setUnreadable] = useState(false);
  const choose = async (input: HTMLInputElement) => {
    const file = input.files?.[0];
    setUnreadable(false);
    if (!file) return onPhoto('');
    try {
      onPhoto(await smaller(file));
    } catch {
      input.value = '';
      onPhoto('');
      setUnreadable(true);
    }
  };
  const words = unreadable ? 'This picture can’t be shown. Use a JPEG or PNG.' : wrong;
  return (
    <div>
      <label for="photo">A photo, if it helps</label>
      <input
        id="photo"
        type="file"
        accept="image/*"
        aria-invalid={words !== ''}
        aria-describedby={words ? 'photo-wrong' : undefined}
        onChange={(event) => void choose(event.currentTarget)}
      />
      {photo && <img class="photo-chosen" src={`data:image/jpeg;base64,${photo}`} alt="The photo that goes along" />}
      {words && (
        <p id="photo-wrong" class="stop wrong" role="alert">
          {words}
        </p>
      )}
    </div>
  );
}

async function smaller(file: File): Promise<string> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return canvas.toDataURL('image/jpeg', 0.82).split(',')[1] ?? '';
}
