/** A picture drawn anew within a frame, on white, without anything else the file carried; null where it cannot be read. */
export async function drawnAnew(
  file: Blob,
  most: { readonly width: number; readonly height: number },
): Promise<HTMLCanvasElement | null> {
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null);
  if (!picture) return null;
  const scale = Math.min(1, most.width / picture.width, most.height / picture.height);
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  const drawn = canvas.getContext('2d');
  if (!drawn) return null;
  drawn.fillStyle = '#ffffff';
  drawn.fillRect(0, 0, canvas.width, canvas.height);
  drawn.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return canvas;
}
