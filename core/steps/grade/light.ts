import { percent } from '../../definitions/parameter';
import { defineStep } from '../../definitions/step';
import type { Curve } from '../../kernels/table';
import { tabulated } from '../../kernels/table';
import { eachPixel } from './per-pixel';

export const light = defineStep({
  kind: 'grade.light',
  label: 'Brightness/contrast/exposure',
  help: 'Lifts or lowers the whole layer, spreads its tones, opens or closes the exposure.',
  parameters: {
    exposure: {
      kind: 'number',
      label: 'Exposure',
      unit: 'stops',
      min: -10,
      max: 10,
      slider: [-4, 4],
      step: 0.1,
      default: 0,
    },
    brightness: percent('Brightness', 0, -100, 100),
    contrast: percent('Contrast', 0, -100, 100),
  },
  margin: () => 0,
  /**
   * Exposure multiplies light, so it works on linear values (sRGB curve, IEC 61966-2-1); contrast
   * turns the tone line about mid-grey, to flat at −100 % and to four times as steep at 100 %;
   * brightness moves it.
   */
  apply(input, { exposure, brightness, contrast }, _scale, wanted) {
    const exposed = exposureCurve(2 ** exposure);
    const slope = contrast < 0 ? 1 + contrast / 100 : 1 + (3 * contrast) / 100;
    const lift = brightness / 100;
    return eachPixel(input, wanted, (p) => {
      for (let c = 0; c < 3; c++) {
        let v = p[c]!;
        if (exposed) v = exposed(v);
        v = (v - 0.5) * slope + 0.5 + lift;
        p[c] = v > 0 ? v : 0;
      }
    });
  },
});

/** What a gain of light does to an encoded value; null for no gain. */
function exposureCurve(gain: number): Curve | null {
  if (gain === 1) return null;
  const exact: Curve = (v) => encode(decode(v) * gain);
  // Beyond four stops the curve rises too fast near black for a table to follow within 1e-5.
  return gain > 16 ? exact : tabulated(exact);
}

const decode = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
const encode = (v: number) => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055);
