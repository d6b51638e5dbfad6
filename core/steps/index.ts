import type { Parameters } from '../definitions/parameter';
import type {
  AnyStep,
  ShapeStepDefinition,
  StepDefinition,
  StyleDefinition,
} from '../definitions/step';
import { gaussian } from './blur/gaussian';
import { fringe } from './grade/fringe';
import { gradientMap } from './grade/gradient-map';
import { hueSaturation } from './grade/hue-saturation';
import { light } from './grade/light';
import { tint } from './grade/tint';
import { glare } from './light/glare';
import { rays } from './light/rays';
import { mosaic } from './surface/mosaic';
import { pixelate } from './surface/pixelate';
import { mesh } from './warp/mesh';
import { reshape } from './warp/reshape';
import { displace } from './warp/displace';
import { drip } from './warp/drip';
import { fray } from './warp/fray';
import { smear } from './warp/smear';
import { feather } from './shape/feather';
import { hollow } from './shape/hollow';
import { inset } from './shape/inset';
import { bevel } from './style/bevel';
import { flame } from './style/flame';
import { gloss } from './style/gloss';
import { glow } from './style/glow';
import { outline } from './style/outline';
import { paint } from './style/paint';
import { shadow } from './style/shadow';
import { sheen } from './style/sheen';
import { tube } from './style/tube';

/** Every step, in the order the palette shows them. To add one: one file, and one line here. */
export const steps: readonly AnyStep[] = [
  gaussian,
  hueSaturation,
  light,
  tint,
  gradientMap,
  fringe,
  glare,
  rays,
  mosaic,
  pixelate,
  reshape,
  mesh,
  smear,
  displace,
  drip,
  fray,
  glow,
  shadow,
  bevel,
  sheen,
  paint,
  outline,
  tube,
  flame,
  gloss,
  inset,
  feather,
  hollow,
].map((s) => s as unknown as AnyStep<Parameters>);

/** The steps that pixels go through, the changes of shape, and the styles. */
export const pixelSteps = steps.filter((s): s is StepDefinition => s.works === 'pixels');
export const shapeSteps = steps.filter((s): s is ShapeStepDefinition => s.works === 'shape');
export const styles = steps.filter((s): s is StyleDefinition => s.works === 'style');

/** Whether a kind of step looks at where its layer stands, as those do that carry pixels elsewhere. */
export const seesPlace = (kind: string): boolean => {
  const definition = stepOfKind(kind);
  return definition.works === 'pixels' && definition.seesPlace === true;
};

/** Whether a kind of step is a style that gives off light. */
export const emits = (kind: string): boolean => {
  const definition = stepOfKind(kind);
  return definition.works === 'style' && definition.emits === true;
};

const byKind = new Map(steps.map((s) => [s.kind, s]));

/** The step of a kind. Throws an Error that lists the kinds there are. */
export function stepOfKind(kind: string): AnyStep {
  const found = byKind.get(kind);
  if (!found)
    throw new Error(`There is no step "${kind}"; there are ${[...byKind.keys()].join(', ')}.`);
  return found;
}
