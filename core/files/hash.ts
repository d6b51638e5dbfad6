/** The SHA-256 of some bytes, as 64 hexadecimal digits: by the engine's own cryptography, or a library where pages may not use it. */
export async function sha256(bytes: Uint8Array): Promise<string> {
  // Pages that came over plain HTTP from another machine have none.
  const { subtle } = crypto;
  if (!subtle) return (await import('hash-wasm')).sha256(bytes);
  const hash = await subtle.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>);
  return Array.from(new Uint8Array(hash), (b) => b.toString(16).padStart(2, '0')).join('');
}
