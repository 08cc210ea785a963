/** Reads a body up to the limit and no further; null where it is longer. */
export async function readLimited(body: ReadableStream<Uint8Array> | null, limit: number): Promise<Buffer | null> {
  if (!body) return Buffer.alloc(0);
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return Buffer.concat(parts);
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      return null;
    }
    parts.push(value);
  }
}
