import { t } from '../../words/t';
import type { Chapter } from '../answer';

export const lightOnThings: Chapter = {
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
};
