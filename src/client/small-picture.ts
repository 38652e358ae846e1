import { mostPictureSide } from '../core/job/kinds/picture';

export type SmallPicture = {
  readonly bytes: Blob;
  readonly sha256: string;
  readonly width: number;
  readonly height: number;
};

const qualities = [0.82, 0.7, 0.55, 0.4] as const;
const mostBytes = 600_000;

/**
 * A picture drawn anew and small, as a JPEG: without anything else the file carried, such as where it was taken. Null
 * where the browser cannot read it as a picture.
 */
export async function smallPicture(file: Blob): Promise<SmallPicture | null> {
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null);
  if (!picture) return null;
  const scale = Math.min(1, mostPictureSide / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  const drawn = canvas.getContext('2d');
  if (!drawn) return null;
  drawn.fillStyle = '#ffffff';
  drawn.fillRect(0, 0, canvas.width, canvas.height);
  drawn.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  for (const quality of qualities) {
    const bytes = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', quality));
    if (!bytes || bytes.size > mostBytes) continue;
    const digest = await crypto.subtle.digest('SHA-256', await bytes.arrayBuffer());
    const sha256 = [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
    return { bytes, sha256, width: canvas.width, height: canvas.height };
  }
  return null;
}
