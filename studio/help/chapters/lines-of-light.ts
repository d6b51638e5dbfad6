import { t } from '../../words/t';
import type { Chapter } from '../answer';

export const linesOfLight: Chapter = {
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
};
