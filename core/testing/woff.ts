import { zlibSync } from 'fflate';

/** The font in a WOFF 1 file, as its specification lays it out. */
export function woffOf(sfnt: Uint8Array): Uint8Array {
  const view = new DataView(sfnt.buffer, sfnt.byteOffset, sfnt.byteLength);
  const count = view.getUint16(4);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 12 + 16 * i;
    const data = sfnt.subarray(
      view.getUint32(at + 8),
      view.getUint32(at + 8) + view.getUint32(at + 12),
    );
    const packed = zlibSync(data);
    return {
      tag: view.getUint32(at),
      sum: view.getUint32(at + 4),
      data,
      packed: packed.length < data.length ? packed : data,
    };
  });
  const start = 44 + 20 * count;
  const total = tables.reduce((n, t) => n + ((t.packed.length + 3) & ~3), start);
  const out = new Uint8Array(total);
  const to = new DataView(out.buffer);
  to.setUint32(0, 0x774f4646);
  to.setUint32(4, view.getUint32(0));
  to.setUint32(8, total);
  to.setUint16(12, count);
  let at = start;
  tables.forEach((t, i) => {
    [t.tag, at, t.packed.length, t.data.length, t.sum].forEach((v, k) =>
      to.setUint32(44 + 20 * i + 4 * k, v),
    );
    out.set(t.packed, at);
    at += (t.packed.length + 3) & ~3;
  });
  return out;
}
