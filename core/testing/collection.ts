/** A collection (OpenType, "Font Collections") of whole fonts one after another, sharing nothing. */
export function collectionOf(fonts: readonly Uint8Array[]): Uint8Array {
  const head = 12 + 4 * fonts.length;
  const out = new Uint8Array(head + fonts.reduce((sum, f) => sum + f.length, 0));
  const view = new DataView(out.buffer);
  out.set([0x74, 0x74, 0x63, 0x66]); // ttcf
  view.setUint32(4, 0x10000);
  view.setUint32(8, fonts.length);
  let at = head;
  fonts.forEach((font, i) => {
    view.setUint32(12 + 4 * i, at);
    out.set(font, at);
    for (let t = 0; t < view.getUint16(at + 4); t++) {
      const record = at + 12 + 16 * t;
      view.setUint32(record + 8, view.getUint32(record + 8) + at);
    }
    at += font.length;
  });
  return out;
}
