import { t } from '../../words/t';
import type { Chapter } from '../answer';

export const cuttingAndPainting: Chapter = {
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
};
