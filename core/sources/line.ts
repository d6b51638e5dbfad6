import * as v from 'valibot';
import { blendNamed } from '../blend/index';
import { HEX } from '../definitions/parameter';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import { meanScale } from '../geometry/affine';
import { curveBox } from '../geometry/path';
import { compositePlane } from '../kernels/composite';
import type { Plane } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { rgb } from '../pixels/colour';
import { EMPTY, isEmpty, regionKey, unite } from '../pixels/region';
import type { Pass } from './pass';
import { passSchema } from './pass';
import { strokePlane } from './stroke';

const coordinate = v.pipe(v.number(), v.finite(), v.minValue(-1e6), v.maxValue(1e6));
const pointSchema = v.strictObject({ x: coordinate, y: coordinate });

export const lineSchema = v.strictObject({
  kind: v.literal('line'),
  light: v.pipe(v.string(), v.regex(HEX, 'The light colour must be written #rrggbb.')),
  path: v.strictObject({
    closed: v.boolean(),
    anchors: v.array(
      v.strictObject({
        x: coordinate,
        y: coordinate,
        kind: v.picklist(['corner', 'smooth']),
        in: pointSchema,
        out: pointSchema,
      }),
    ),
  }),
  /** Back to front. */
  passes: v.array(passSchema),
});

export type LineSource = v.InferOutput<typeof lineSchema>;

/** A path drawn several times, back to front: wide and soft first, the core last. */
export const lineSource: SourceDefinition<LineSource> = {
  kind: 'line',
  label: 'Line of light',
  help: 'A path drawn several times over: wide and soft, then narrow and bright.',
  schema: lineSchema,
  box: (s) => curveBox(s.path),
  assets: () => [],
  render(source, context) {
    const drawn = source.passes
      .filter((p) => p.enabled && p.width > 0 && p.opacity > 0)
      .map((pass) => ({ pass, shape: passPlane(source, pass, context) }));
    const region = drawn.reduce((r, { shape }) => unite(r, shape.region), EMPTY);
    const out = colourBuffer(region);
    if (isEmpty(region)) return out;
    for (const { pass, shape } of drawn)
      compositePlane(
        out,
        shape,
        rgb(pass.colour, context.mixing),
        blendNamed(pass.blend).mode,
        pass.opacity / 100,
      );
    return out;
  },
};

/** The shape of one pass: it depends on nothing but geometry, so a change of colour finds it kept. */
function passPlane(source: LineSource, pass: Pass, { map, wanted, memo }: SourceContext): Plane {
  const scale = meanScale(map);
  const key = JSON.stringify([
    'pass',
    source.path,
    map,
    pass.width,
    pass.blur,
    pass.cap,
    pass.join,
    regionKey(wanted),
  ]);
  return memo(
    key,
    () =>
      strokePlane(
        source.path,
        map,
        { ...pass, half: (pass.width * scale) / 2, sigma: pass.blur * scale },
        wanted,
      ),
    (made) => made.data.byteLength,
  );
}
