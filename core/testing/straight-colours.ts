import { defaultsOf } from '../definitions/parameter-values';
import type { StepDefinition } from '../definitions/step';
import type { ColourBuffer } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { linear, shown } from '../pixels/colour';
import { stepOfKind } from '../steps/index';
import { stepContext } from './step-context';

/** Straight, sRGB-encoded red, green and blue, and coverage. */
export type Straight = readonly [red: number, green: number, blue: number, alpha: number];

/** What a step makes of some colours, px beside px, in a scene of either mixing. */
export function colourStep(
  kind: string,
  values: Record<string, unknown>,
  colours: readonly Straight[],
  mixing: Mixing = 'displayed',
): Straight[] {
  const region = { x: 0, y: 0, width: colours.length, height: 1 };
  const step = stepOfKind(kind) as StepDefinition;
  const stand = (v: number) => (mixing === 'light' ? linear(v) : v);
  const data = colours.flatMap(([r, g, b, a]) => [r, g, b].map((v) => stand(v) * a).concat(a));
  const input: ColourBuffer = { channels: 4, region, data: Float32Array.from(data) };
  const all = { ...defaultsOf(step.parameters), ...values };
  const out = step.apply(input, all as never, { ...stepContext(region), mixing });
  return colours.map((_, i) => {
    const [r, g, b, a] = out.data.subarray(4 * i, 4 * i + 4) as unknown as [
      number,
      number,
      number,
      number,
    ];
    const straight = (v: number) => (a > 0 ? (mixing === 'light' ? shown(v / a) : v / a) : 0);
    return [straight(r), straight(g), straight(b), a];
  });
}
