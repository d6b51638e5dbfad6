/** A time given in ms, in ms or s, to some two digits. */
export const duration = (v: number) =>
  v < 10 ? `${v.toFixed(1)} ms` : v < 1000 ? `${Math.round(v)} ms` : `${(v / 1000).toFixed(1)} s`;

/** A size in bytes, in MB. */
export const mb = (v: number) => `${(v / 2 ** 20).toFixed(v < 1e7 ? 1 : 0)} MB`;
