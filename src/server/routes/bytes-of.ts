/** The bytes of a request up to a size; null where there are more. */
export async function bytesOf(request: Request, most: number): Promise<Buffer | null> {
  if (Number(request.headers.get('content-length') ?? 0) > most) return null;
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.byteLength;
    if (size > most) return null;
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}
