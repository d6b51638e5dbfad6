import type { Parameters } from '../definitions/parameter';
import type {
  AnyStep,
  ShapeStepDefinition,
  StepDefinition,
  StyleDefinition,
} from '../definitions/step';
import { box } from './blur/box';
import { focus } from './blur/focus';
import { lookupTable } from './grade/lookup-table';
import { gaussian } from './blur/gaussian';
import { highPass } from './blur/high-pass';
import { lens } from './blur/lens';
import { median } from './blur/median';
import { motion } from './blur/motion';
import { sharpen } from './blur/sharpen';
import { smoothWithin } from './blur/smooth-within';
import { spin } from './blur/spin';
import { zoom } from './blur/zoom';
import { displaceByLayer } from './distort/by-layer';
import { lensDistortion } from './distort/lens';
import { offset } from './distort/offset';
import { polar } from './distort/polar';
import { ripple } from './distort/ripple';
import { shatter } from './distort/shatter';
import { swell } from './distort/swell';
import { twirl } from './distort/twirl';
import { wave } from './distort/wave';
import { border } from './finish/border';
import { brokenSignal } from './finish/broken-signal';
import { colourFringe } from './finish/colour-fringe';
import { dust } from './finish/dust';
import { grain } from './finish/grain';
import { halation } from './finish/halation';
import { lightLeak } from './finish/light-leak';
import { scanLines } from './finish/scan-lines';
import { vignette } from './finish/vignette';
import { blackWhite } from './grade/black-white';
import { channelMix } from './grade/channel-mix';
import { clearHaze } from './grade/clear-haze';
import { colourBalance } from './grade/colour-balance';
import { contrast } from './grade/contrast';
import { curves } from './grade/curves';
import { match } from './grade/match';
import { desaturate } from './grade/desaturate';
import { detail } from './grade/detail';
import { duotone } from './grade/duotone';
import { fringe } from './grade/fringe';
import { gradientMap } from './grade/gradient-map';
import { hueSaturation } from './grade/hue-saturation';
import { hues } from './grade/hues';
import { invert } from './grade/invert';
import { levels } from './grade/levels';
import { light } from './grade/light';
import { localContrast } from './grade/local-contrast';
import { posterise } from './grade/posterise';
import { threshold } from './grade/threshold';
import { tint } from './grade/tint';
import { tones } from './grade/tones';
import { vibrance } from './grade/vibrance';
import { whiteBalance } from './grade/white-balance';
import { glare } from './light/glare';
import { rays } from './light/rays';
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
import { mosaic } from './surface/mosaic';
import { pixelate } from './surface/pixelate';
import { displace } from './warp/displace';
import { drip } from './warp/drip';
import { fray } from './warp/fray';
import { mesh } from './warp/mesh';
import { reshape } from './warp/reshape';
import { smear } from './warp/smear';

/** Every step, in the order the palette shows them. To add one: one file, and one line here. */
export const steps: readonly AnyStep[] = [
  gaussian,
  box,
  motion,
  zoom,
  spin,
  lens,
  focus,
  median,
  smoothWithin,
  sharpen,
  highPass,
  light,
  tones,
  levels,
  curves,
  contrast,
  whiteBalance,
  hueSaturation,
  vibrance,
  hues,
  colourBalance,
  tint,
  gradientMap,
  lookupTable,
  duotone,
  channelMix,
  blackWhite,
  desaturate,
  match,
  localContrast,
  detail,
  clearHaze,
  invert,
  posterise,
  threshold,
  fringe,
  glare,
  rays,
  vignette,
  grain,
  dust,
  halation,
  lightLeak,
  colourFringe,
  scanLines,
  brokenSignal,
  border,
  mosaic,
  pixelate,
  reshape,
  mesh,
  smear,
  ripple,
  wave,
  twirl,
  swell,
  lensDistortion,
  polar,
  shatter,
  offset,
  displaceByLayer,
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

/** Whether a step has an amount among its values that says how much of it counts, 0–100 %. */
export const hasOwnAmount = (kind: string): boolean => {
  const p = stepOfKind(kind).parameters.amount;
  return p?.kind === 'number' && p.unit === '%' && p.min === 0 && p.max === 100;
};

/** Whether the lengths of a step are px of the layer's own. */
export const hasOwnLengths = (kind: string): boolean => {
  const definition = stepOfKind(kind);
  return definition.works === 'pixels' && definition.ownLengths === true;
};

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
