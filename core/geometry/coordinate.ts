import * as v from 'valibot';

const FARTHEST = 'Nothing lies farther out than a million px.';

/** A coordinate as it stands in files, px. */
export const coordinate = v.pipe(
  v.number(),
  v.finite(),
  v.minValue(-1e6, FARTHEST),
  v.maxValue(1e6, FARTHEST),
);

/** A point as it stands in files, px. */
export const pointSchema = v.strictObject({ x: coordinate, y: coordinate });
