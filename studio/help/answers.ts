import type { Shown } from '../state/arriving';
import { t } from '../words/t';

/** The answers of the help: what artists ask, how it is done, and where it can be seen. */

/** What an answer is about: a way of working, a step, a source, a section of the chain, or a panel, by its key. */
export type Topic = `${'mode' | 'step' | 'source' | 'section' | 'panel'}:${string}`;

export interface Answer {
  id: string;
  /** The panels whose mark opens it. */
  about?: readonly Topic[];
  question: string;
  /** What to do, in order. */
  steps: readonly string[];
  /** What else is good to know. */
  more?: string;
  /** Other words that it is looked for by. */
  words: string;
  /** Where it can be seen: an example, as the server names it, and what of it. */
  show: Shown & { example: string };
}

export interface Chapter {
  title: string;
  answers: readonly Answer[];
}

export const chapters: readonly Chapter[] = [
  {
    title: t`Lines of light`,
    answers: [
      {
        id: 'draw-a-tube',
        about: ['mode:draw', 'mode:anchors', 'section:passes'],
        question: t`How do I draw a neon tube?`,
        steps: [
          t`Press “Add a layer” and choose a line, or press the key of drawing in the row over the stage.`,
          t`Click for corners, drag for curves. Enter ends the line; a click on its first anchor closes it.`,
          t`In the chain, “Passes” are the strokes that make the light: a bright core, and wider, softer ones around it. Change their width, blur and colour.`,
        ],
        more: t`Every anchor can be dragged later: double-click the line to edit its path.`,
        words: t`pen path vector stroke bezier curve sign glow`,
        show: { example: 'harbour-wall', layer: 'Ring', mode: 'anchors' },
      },
      {
        id: 'behind-someone',
        about: ['mode:weave', 'section:weave'],
        question: t`How do I send a line behind someone?`,
        steps: [
          t`Cut the subject out first, or put its layer in front.`,
          t`Select the line and open “Weave” in the row over the stage. Choose the subject.`,
          t`Click the stretches between crossings: each goes in front or behind.`,
        ],
        more: t`“Spills over” leaves some of the soft light on the subject where the line is behind it.`,
        words: t`weave around wrap over under mask depth front behind`,
        show: { example: 'heron-in-neon', layer: 'Tide line', mode: 'weave' },
      },
      {
        id: 'thin-ends',
        about: ['mode:width'],
        question: t`How do I make a streak that thins out?`,
        steps: [
          t`Select the line, and open a pass.`,
          t`Set “Taper at start” and “Taper at end”: the share of the line that runs into a point.`,
          t`Or open “Width” over the stage, and pull the line wider or thinner wherever you like.`,
        ],
        words: t`taper variable width pressure light trail streak blade`,
        show: { example: 'round-the-heron', layer: 'Streak' },
      },
      {
        id: 'broken-tube',
        about: ['mode:gaps'],
        question: t`How do I leave gaps in a tube?`,
        steps: [
          t`Select the line, and choose “Break the line” from all actions (Ctrl K).`,
          t`Drag along the line where it is to be dark.`,
        ],
        words: t`gap cut break dash holder electrode`,
        show: { example: 'lantern-week', layer: 'Frame' },
      },
    ],
  },
  {
    title: t`Light on things`,
    answers: [
      {
        id: 'light-falls-on',
        about: ['source:spill'],
        question: t`How does a light fall on my subject?`,
        steps: [
          t`Select the layer that gives the light.`,
          t`Choose “Spill its light on another layer” from its menu or from all actions, and take the subject.`,
          t`Set how high the light stands and how far it reaches. It follows both layers from then on.`,
        ],
        words: t`rim light bounce relight illuminate overlay soft light spill`,
        show: { example: 'long-evening', layer: 'Spill of Last light' },
      },
      {
        id: 'cast-shadow',
        about: ['source:shadow'],
        question: t`How do I cast a shadow on the ground?`,
        steps: [
          t`Select the cut-out, and choose “Cast its shadow on a floor”.`,
          t`Drag its far end on the stage: length and direction. “Tilted in space” lets you turn it as a sheet.`,
          t`Blur and density have a near and a far end each.`,
        ],
        more: t`The scene light sends the shadow; move it with “Scene light” over the stage.`,
        words: t`drop shadow floor contact perspective ground`,
        show: { example: 'long-evening', layer: 'Shadow of Heron' },
      },
      {
        id: 'mirror-on-water',
        about: ['source:reflection'],
        question: t`How do I mirror something on wet ground?`,
        steps: [
          t`Select the layer, and choose “Mirror it on a floor”; or “Mirror all lights on a floor”.`,
          t`Drag the line of the floor. Roughness spreads the reflection towards the eye.`,
        ],
        words: t`reflection water wet floor puddle`,
        show: { example: 'snow-on-the-pier', layer: 'On the boards' },
      },
      {
        id: 'darken-around',
        question: t`How do I darken everything but the light?`,
        steps: [
          t`Choose “Darken the scene, away from its lights” from all actions.`,
          t`The grade that it adds is masked by your lights: change how far it goes with its steps.`,
        ],
        words: t`night day to night mood vignette ambient`,
        show: { example: 'blade-at-dusk', layer: 'Night about him' },
      },
      {
        id: 'lens-glare',
        about: ['step:light.glare'],
        question: t`How do I make lights glare as in a lens?`,
        steps: [
          t`Choose “Glare over the whole scene”, or add the step “Glare” to one layer.`,
          t`“Threshold” says how bright light must be. Bloom, star and streak are shares of what scatters.`,
        ],
        words: t`bloom flare star lens anamorphic streak glow`,
        show: { example: 'night-glass', layer: 'Lens', step: 'light.glare' },
      },
    ],
  },
  {
    title: t`Letters and surfaces`,
    answers: [
      {
        id: 'neon-letters',
        about: ['step:style.tube'],
        question: t`How do I set words as a neon sign?`,
        steps: [
          t`Add a text, type, and choose a font in the chain.`,
          t`Add the step “Tube”: along the outline, or along the centre line for single-stroke signs.`,
          t`Colour, halo, broken tubes and holders are values of that step.`,
        ],
        words: t`text type font sign tube outline`,
        show: { example: 'lantern-week', layer: 'SALTMERE', step: 'style.tube' },
      },
      {
        id: 'metal-letters',
        about: ['step:style.bevel'],
        question: t`How do I make letters of metal or glass?`,
        steps: [
          t`Add a text. Give it a “Paint” step with a gradient or a texture.`,
          t`Add “Bevel”: chiselled for sharp ridges, rounded for cast metal. “Gloss” reflects a window or the sky.`,
          t`The scene light lights all bevels; move it on the stage.`,
        ],
        more: t`Keep what you like as a recipe, under “Look”, and put it on any other layer.`,
        words: t`chrome gold bevel emboss 3d glass molten style`,
        show: { example: 'night-seven-type', layer: 'N', step: 'style.bevel' },
      },
      {
        id: 'burning-letters',
        about: ['step:style.flame', 'source:flame'],
        question: t`How do I set letters on fire?`,
        steps: [
          t`Select the text, and add the step “Flame”: it burns from upper edges, all edges, or all of it.`,
          t`Or add a fire as a layer of its own and say what it burns from: flames then move with wind and turbulence.`,
          t`“Moment” picks the instant of the fire.`,
        ],
        words: t`fire flame burn ember smoke`,
        show: { example: 'ember-pier', layer: 'EMBER PIER', step: 'style.flame' },
      },
      {
        id: 'melting-letters',
        about: ['step:warp.drip', 'mode:drips'],
        question: t`How do I let letters melt and drip?`,
        steps: [
          t`Add the step “Drip” to a text or a shape.`,
          t`Take single drips on the stage, pull them longer, move them or remove them.`,
        ],
        words: t`drip melt slime liquid wax`,
        show: { example: 'melt', layer: 'ME LT', step: 'warp.drip' },
      },
      {
        id: 'worn-paint',
        about: ['step:style.paint'],
        question: t`How do I make a surface look old and worn?`,
        steps: [
          t`Give a fill a “Paint” of a texture: rust, flaked paint, stone, scratches.`,
          t`Lay a second texture on it, or mask one fill by another.`,
        ],
        words: t`grunge texture rust weather dirt`,
        show: { example: 'stripped', layer: 'Worn through' },
      },
    ],
  },
  {
    title: t`Cutting out and painting`,
    answers: [
      {
        id: 'cut-out',
        about: ['mode:cut-out'],
        question: t`How do I cut a subject out of its picture?`,
        steps: [
          t`Select the picture and open “Cut out” over the stage.`,
          t`“Guess the subject” finds it at one click; or drag a box round it.`,
          t`Paint over what is wrong: green keeps, red drops. Hair has a brush of its own.`,
        ],
        more: t`It stays live: come back and correct it whenever you like.`,
        words: t`mask background remove isolate hair select subject`,
        show: { example: 'portholes', layer: 'Helmet' },
      },
      {
        id: 'mask',
        about: ['mode:mask', 'section:mask'],
        question: t`How do I hide a part of a layer?`,
        steps: [
          t`Select the layer and open “Mask” over the stage.`,
          t`Paint with the brush, draw a shape, fade along a gradient, or take tones and colours. Parts show, hide or intersect.`,
        ],
        words: t`mask hide erase eraser gradient reveal`,
        show: { example: 'night-seven', layer: 'Night air', mode: 'mask' },
      },
      {
        id: 'paint-light',
        about: ['mode:paint', 'source:paint'],
        question: t`How do I paint light with a brush?`,
        steps: [
          t`Add a layer of paint, or choose “Paint over the layer”.`,
          t`Set the blend of the layer to “Add” or “Color dodge” for light; choose a brush and a colour.`,
          t`Strokes stay strokes: any can be chosen later, recoloured or removed.`,
        ],
        words: t`brush dodge airbrush paint light pressure pen tablet`,
        show: { example: 'saltmere-bloom', layer: 'Colour behind', mode: 'paint' },
      },
      {
        id: 'smear',
        about: ['mode:smear', 'mode:reshape', 'step:warp.smear'],
        question: t`How do I smear or push a shape?`,
        steps: [
          t`Select the layer and open “Smear” over the stage; drag along what is there.`,
          t`“Reshape” moves chosen parts or bends the whole by a mesh.`,
        ],
        words: t`smudge liquify warp push bend`,
        show: { example: 'ember-pier', layer: 'Flames' },
      },
    ],
  },
  {
    title: t`Mood, files and the bench`,
    answers: [
      {
        id: 'grade-all',
        about: ['source:grade'],
        question: t`How do I change the colours of everything?`,
        steps: [
          t`Add a grade: it works on all that lies beneath it in its group or in the scene.`,
          t`Give it steps: curves, colour balance, a lookup table, grain, vignette. Each has an amount, and can work through a mask.`,
        ],
        words: t`adjustment color grading lut curves levels saturation finish`,
        show: { example: 'night-seven', layer: 'Mood' },
      },
      {
        id: 'try-many',
        about: ['panel:takes', 'panel:look-sheet'],
        question: t`How do I try many looks at once?`,
        steps: [
          t`Point at a value and press the small grid beside its name: a look sheet shows it all over its range on your own picture.`,
          t`Click the one you like. “Takes” keep whole states of the scene, side by side if you want.`,
        ],
        words: t`variations preview compare versions look sheet contact takes`,
        show: { example: 'tide', layer: 'TIDE', step: 'style.bevel' },
      },
      {
        id: 'go-back',
        about: ['panel:earlier'],
        question: t`How do I go back to how it was?`,
        steps: [
          t`Ctrl Z undoes; everything stays live, so any value can also be set back by the mark beside it.`,
          t`“Earlier states of the scene” in the header holds what it was hours and days ago.`,
        ],
        words: t`undo history revert versions backup reset`,
        show: { example: 'heron-in-neon', layer: 'Tide line' },
      },
      {
        id: 'use-again',
        about: ['panel:library', 'section:look'],
        question: t`How do I use something again in another scene?`,
        steps: [
          t`Select the layer and open the library in the header ( Shift L ): “Save” puts it there, with all that it holds.`,
          t`In the other scene open the library and click it. Its name and tags find it among many.`,
          t`“Save it as a file” takes the whole library to another machine.`,
        ],
        more: t`For once the clipboard is enough: Ctrl C on the layer, Ctrl V in the other scene.`,
        words: t`library asset collection copy paste reuse share brush recipe template favourite`,
        show: { example: 'lamp-on-the-pier', layer: 'Beam' },
      },
      {
        id: 'template',
        question: t`How do I make a look that others put their own picture into?`,
        steps: [
          t`Make it with any picture. In the chain of that picture switch “Picture well” on, and say what belongs there.`,
          t`Open the library and save the scene as a template, or a group of it as a layer.`,
          t`Whoever takes it is asked for a picture, which comes to the same place, with the same steps.`,
        ],
        words: t`template placeholder smart replace swap mockup preset picture well`,
        show: { example: 'night-seven', layer: 'Night air' },
      },
      {
        id: 'find-layer',
        about: ['panel:find'],
        question: t`How do I find a layer among many?`,
        steps: [
          t`Press / and type a part of its name, or choose lights, subjects, grades, masked or hidden ones.`,
          t`A right click on a card marks it with a colour; the marks can be named and looked for, too.`,
          t`A click on the stage selects what shows there, a second one what lies beneath.`,
        ],
        words: t`search filter label colour color tag mark organise strip`,
        show: { example: 'night-seven-type', layer: 'N' },
      },
      {
        id: 'export',
        about: ['panel:export'],
        question: t`How do I get a file for print or the web?`,
        steps: [
          t`Press “Export”. The dialog shows the very file, px by px, with its size in bytes.`,
          t`PNG and TIFF keep every px; OpenEXR and TIFF with floats keep light above white. Layers go out one by one, or together.`,
        ],
        words: t`save png jpeg tiff exr openraster share download size`,
        show: { example: 'heron-in-neon', layer: 'Heron' },
      },
      {
        id: 'arrange-bench',
        question: t`How do I make more room on the bench?`,
        steps: [
          t`Drag the edges of the chain and of the depth strip; a high strip shows its cards in rows.`,
          t`O shows only the picture, Shift O hides the chain, Alt O the strip. All actions (Ctrl K) put the chain on the left.`,
          t`Fold sections of the chain by their names, or all of them at once.`,
        ],
        words: t`panel layout hide sidebar workspace fullscreen fold rail`,
        show: { example: 'night-seven-type', layer: 'N' },
      },
    ],
  },
];

export const answers: readonly Answer[] = chapters.flatMap((c) => c.answers);

/** The answer of an id; undefined if there is none. */
export const answerOf = (id: string | undefined): Answer | undefined =>
  answers.find((a) => a.id === id);

/** The answer about a panel of the bench; undefined if none is. */
export const answerAbout = (topic: Topic): Answer | undefined =>
  answers.find((a) => a.about?.includes(topic));

/** Whether an answer speaks of all of some words, in its question, its steps or the other words for it. */
export function speaksOf({ question, steps, more = '', words }: Answer, asked: string): boolean {
  const text = [question, ...steps, more, words].join(' ').toLocaleLowerCase();
  return asked
    .toLocaleLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
    .every((word) => text.includes(word));
}
