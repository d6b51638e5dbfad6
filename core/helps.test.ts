import { expect, it } from 'vitest';
import type { Parameters } from './definitions/parameter';
import { flareParts } from './flares/index';
import { modifiers } from './modifiers/index';
import { shapes } from './shapes/index';
import { steps } from './steps/index';
import { textures } from './textures/index';
import { paintBrushParameters } from './brush/paint-brush';
import { smearBrushParameters } from './brush/smear-stroke';
import { brushParameters } from './brush/stroke';
import { edgeParameters } from './cutout/cut-out';
import { maskParameters } from './masks/mask';
import { reachParameters } from './masks/reach';
import { textureMaskParameters } from './masks/texture';
import { tonesParameters } from './masks/tones';
import {
  bodyParameters,
  endParameters,
  lightParameters,
  mixingParameters,
} from './scene/model/schema';
import { castShadowParameters } from './sources/cast-shadow-parameters';
import { crossingParameters } from './sources/crossings';
import { dropsParameters } from './sources/drops-parameters';
import { flameParameters } from './sources/flame-parameters';
import { flareParameters } from './sources/flare';
import { groupParameters } from './sources/group';
import { hazeParameters } from './sources/haze-parameters';
import { mistParameters } from './sources/mist-parameters';
import { particleParameters } from './sources/particle-parameters';
import { passParameters } from './sources/pass';
import { rainParameters } from './sources/rain-parameters';
import { reflectionParameters } from './sources/reflection-parameters';
import { smokeParameters } from './sources/smoke-parameters';
import { spillParameters } from './sources/spill';
import {
  alongParameters,
  letterParameters,
  paragraphParameters,
  staggerParameters,
} from './text/content';
import { weaveParameters } from './weave/weave';

/** The parameters of a set without help, those within its lists and its choices too, each by where it stands. */
const unhelped = (where: string, parameters: Parameters): string[] =>
  Object.entries(parameters).flatMap(([key, p]) => {
    // What a choice has of its own stands in rows of its own.
    if (p.kind === 'own')
      return Object.entries(p.sets).flatMap(([choice, set]) =>
        set ? unhelped(`${where}.${choice}`, set) : [],
      );
    return [
      ...(p.help ? [] : [`${where}.${key}`]),
      ...(p.kind === 'list' ? unhelped(`${where}.${key}`, p.of) : []),
    ];
  });

it('every parameter says what it does', () => {
  const defined = [...steps, ...modifiers, ...shapes, ...textures, ...flareParts].map(
    (d): [string, Parameters] => [d.kind, d.parameters],
  );
  const others: Record<string, Parameters> = {
    paintBrushParameters,
    smearBrushParameters,
    brushParameters,
    edgeParameters,
    maskParameters,
    reachParameters,
    textureMaskParameters,
    tonesParameters,
    bodyParameters,
    endParameters,
    lightParameters,
    mixingParameters,
    castShadowParameters,
    crossingParameters,
    dropsParameters,
    flameParameters,
    flareParameters,
    groupParameters,
    hazeParameters,
    mistParameters,
    particleParameters,
    passParameters,
    rainParameters,
    reflectionParameters,
    smokeParameters,
    spillParameters,
    alongParameters,
    letterParameters,
    paragraphParameters,
    staggerParameters,
    weaveParameters,
  };
  const all = [...defined, ...Object.entries(others)];
  expect(all.flatMap(([where, parameters]) => unhelped(where, parameters))).toEqual([]);
});
