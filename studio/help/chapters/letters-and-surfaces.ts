import { t } from '../../words/t';
import type { Chapter } from '../answer';

export const lettersAndSurfaces: Chapter = {
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
};
