import * as v from 'valibot';

/** A coordinate as it stands in files, px. */
export const coordinate = v.pipe(v.number(), v.finite(), v.minValue(-1e6), v.maxValue(1e6));

/** A point as it stands in files, px. */
export const pointSchema = v.strictObject({ x: coordinate, y: coordinate });
