import { faces } from 'virtual:faces';

/** The bytes of a face by its name: one that ships, or a font of the scene's own. Null if it is neither. */
export async function faceBytes(
  name: string,
  asset: (name: string) => Blob | undefined | Promise<Blob | undefined>,
): Promise<Uint8Array | null> {
  if (!Object.hasOwn(faces, name)) {
    const own = await asset(name);
    return own ? new Uint8Array(await own.arrayBuffer()) : null;
  }
  const response = await fetch(faces[name]!);
  return response.ok ? new Uint8Array(await response.arrayBuffer()) : null;
}
