import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { luma } from '../../pixels/colour';
import { gradeHue } from '../../kernels/grade';
import { onCopy } from './on-copy';

export const hueSaturation = defineStep({
  kind: 'grade.hue-saturation',
  label: 'Hue/saturation',
  help: 'Turns hues, strengthens or drains colour; colorize gives everything one hue.',
  example: { hue: 70, saturation: 20 },
  parameters: {
    hue: {
      kind: 'number',
      label: 'Hue',
      help: 'Turns all hues round the ring of colours.',
      unit: '°',
      min: -180,
      max: 180,
      step: 1,
      default: 0,
    },
    saturation: {
      ...percent('Saturation', 0, -100, 100),
      help: 'How colourful it is: nothing at −100.',
    },
    lightness: {
      ...percent('Lightness', 0, -100, 100),
      help: 'Lifts colours towards white, or lowers them to black.',
    },
    colorize: {
      kind: 'switch',
      label: 'Colorize',
      help: 'One hue for the whole layer.',
      default: false,
    },
  },
  margin: () => 0,
  keepsShape: true,
  /**
   * Hue turns about the grey axis and saturation scales the distance from luma, by the matrices of
   * Filter Effects Level 1 (feColorMatrix, hueRotate and saturate), with Rec. 709 weights. Colorize
   * lays the hue, at half the strength that saturation adds to, round each pixel's luma.
   */
  apply: (input, { hue, saturation, lightness, colorize }, context) => {
    const angle = (hue * Math.PI) / 180;
    return onCopy(input, context, (copy) =>
      gradeHue(copy, context.mixing, hueMatrix(angle), {
        gain: 1 + saturation / 100,
        lift: lightness / 100,
        around: colorize ? hueVector(angle) : null,
      }),
    );
  },
});

/** The hueRotate matrix, row by row. */
function hueMatrix(angle: number): number[] {
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  const w = [0.2126, 0.7152, 0.0722] as const;
  return [
    w[0] + c * (1 - w[0]) - s * w[0],
    w[1] - c * w[1] - s * w[1],
    w[2] - c * w[2] + s * (1 - w[2]),
    w[0] - c * w[0] + s * 0.143,
    w[1] + c * (1 - w[1]) + s * 0.14,
    w[2] - c * w[2] - s * 0.283,
    w[0] - c * w[0] - s * (1 - w[0]),
    w[1] - c * w[1] + s * w[1],
    w[2] + c * (1 - w[2]) + s * w[2],
  ];
}

/** Red, green and blue of a hue as offsets from its luma, −1 to 1. */
function hueVector(angle: number): number[] {
  const channel = (shift: number) => 0.5 + 0.5 * Math.cos(angle - shift);
  const rgb = [channel(0), channel((2 * Math.PI) / 3), channel((4 * Math.PI) / 3)] as const;
  const y = luma(...rgb);
  return rgb.map((v) => v - y);
}
