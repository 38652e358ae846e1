const mostBytes = 1_000_000;

/** A JSON body up to a size; what is wrong with it otherwise. Reads no further than the size allows. */
export async function readJson(
  request: Request,
): Promise<{ ok: true; value: unknown } | { ok: false; status: number; problem: string }> {
  const tooLarge = {
    ok: false as const,
    status: 413,
    problem: 'Too much at once: 1 MB at most. Nothing was recorded.',
  };
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) return tooLarge;
  const chunks: Uint8Array[] = [];
  let size = 0;
  if (request.body) {
    for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
      size += chunk.byteLength;
      if (size > mostBytes) return tooLarge;
      chunks.push(chunk);
    }
  }
  try {
    return { ok: true, value: JSON.parse(Buffer.concat(chunks).toString('utf8')) };
  } catch {
    return { ok: false, status: 400, problem: 'Not readable as JSON. Nothing was recorded.' };
  }
}
