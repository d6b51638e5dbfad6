import { edgeParameters } from '../cutout/cut-out';
import { defaultsOf } from '../definitions/parameter-values';
import { picture } from '../kernels/picture';
import { finish } from '../kernels/finish';
import { scoped } from '../pixels/heap';
import type { StraightImage } from '../pixels/picture';
import { wholeScene } from '../pixels/region';
import { hologram } from '../recipes/apparitions';
import { ice } from '../recipes/glass-and-ice';
import { goldLeaf } from '../recipes/metal-and-stone';
import { neon } from '../recipes/neon-and-fire';
import { putRecipe } from '../recipes/recipe';
import { placed } from '../scene/arrange/placement';
import { edit } from '../scene/edits/edit';
import {
  newCastShadow,
  newLine,
  newMask,
  newPicture,
  newScene,
  newSpill,
  newTextLayer,
} from '../scene/model/make';
import { newId } from '../scene/model/new-id';
import type { Scene } from '../scene/model/schema';
import { newPass } from '../sources/pass';
import { endingOf } from './ending';
import { render } from './render';

/**
 * Warm-up: renders that nobody sees, of small scenes that use what most scenes use. Compilers speed code up once it has run;
 * after a warm-up the first picture of a scene need not wait for that.
 */

/** Px of the scenes: what a render takes grows with them, what it compiles hardly does. */
const [WIDTH, HEIGHT] = [200, 128];
/** How far shadow and light reach, px. */
const REACH = 24;
const ASSET = `${'0'.repeat(64)}.png`;

/** A picture of a light disc on the dark, as colours and as labels of a cut-out. */
const disc = picture({
  width: WIDTH,
  height: HEIGHT,
  depth: 8,
  data: Uint8ClampedArray.from({ length: WIDTH * HEIGHT * 4 }, (_, i) => {
    const [x, y] = [(i >> 2) % WIDTH, Math.floor((i >> 2) / WIDTH)];
    const away = Math.hypot(x - WIDTH / 2, y - HEIGHT / 2);
    if (i % 4 === 3) return 255;
    return away < 32 ? 255 : away < 38 ? 207 : away < 44 ? 48 : 0;
  }),
});

/** Words in recipes of different styles; one with a fire would simulate it, and take longer than all of these. */
const dressedWords = (): Scene[] =>
  [neon, ice, goldLeaf, hologram].map((recipe) => {
    const scene = newScene('', WIDTH, HEIGHT, '#26282d');
    const words = newTextLayer('Tide', { font: 'noto-sans', size: 60, colour: '#c9c9c9' });
    words.placement = { ...placed(), x: 20, y: 80 };
    scene.layers.push(words);
    return edit(scene, '', putRecipe(words.id, recipe)).scene;
  });

/** A subject that is cut out, and its shadow; a line in several colours, and its light; all of these, the line in front of and behind the subject. */
function subjectAndLine(): Scene[] {
  const scene = newScene('', WIDTH, HEIGHT, '#c9c9c9');
  const middle = { x: WIDTH / 2, y: HEIGHT / 2 };
  const source = { kind: 'picture', asset: ASSET, width: WIDTH, height: HEIGHT } as const;
  const subject = newPicture('Disc', source, scene, middle, true);
  subject.mask = newMask({
    kind: 'cut-out',
    ...{ asset: ASSET, width: WIDTH, height: HEIGHT, around: null, marks: [] },
    found: { asset: ASSET, width: WIDTH, height: HEIGHT },
    ...defaultsOf(edgeParameters),
  });
  const anchors = [25, 75, 125, 175].map((x, i) => ({
    ...{ x, y: i % 2 ? 42 : 86, kind: 'smooth' as const, width: 1 },
    ...{ in: { x: -20, y: 0 }, out: { x: 20, y: 0 } },
  }));
  const line = newLine('Line', { anchors, closed: false });
  line.source.passes.push(
    newPass(newId(), 'Streak', { paint: 'along', width: 8, blur: 3, start: 14, end: 20 }),
  );
  line.steps = [];
  const shadow = newCastShadow(subject);
  shadow.source.values.blurFar = REACH / 2;
  const spill = newSpill(line);
  spill.source.values.reach = REACH;
  return [
    [subject, shadow],
    [line, spill],
    [subject, shadow, line, spill],
  ].map((layers) => ({
    ...scene,
    layers,
  }));
}

/**
 * The renders of a warm-up, one after another; each takes some tens of ms and returns its picture, straight 8-bit RGBA. The plain face must be at hand
 * (`needFaces`).
 */
export const warmUpRenders = (): (() => StraightImage)[] =>
  // What most scenes have comes first, in parts and then whole: compilers take some runs to notice.
  [...subjectAndLine(), ...dressedWords()].map(
    (scene) => () =>
      scoped(() => {
        const region = wholeScene(scene, 1);
        const made = render(scene, { region, scale: 1, picture: () => disc });
        return finish(
          made,
          8,
          endingOf(scene, () => 1),
        );
      }),
  );
