import { t } from '../../words/t';
import type { Chapter } from '../answer';

export const moodAndFiles: Chapter = {
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
};
