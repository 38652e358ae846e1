import { mostPictureSide } from '../core/job/kinds/picture';
import { drawnAnew } from './drawn-anew';

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
  const canvas = await drawnAnew(file, { width: mostPictureSide, height: mostPictureSide });
  if (!canvas) return null;
  for (const quality of qualities) {
    const bytes = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', quality));
    if (!bytes || bytes.size > mostBytes) continue;
    const digest = await crypto.subtle.digest('SHA-256', await bytes.arrayBuffer());
    const sha256 = [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
    return { bytes, sha256, width: canvas.width, height: canvas.height };
  }
  return null;
}
