import { t } from '../words/t';

/** The guided pieces, as they are offered; their steps need all that is known of scenes, and stand apart (steps.ts). */

export interface Piece {
  id: string;
  title: string;
  /** What comes of it. */
  makes: string;
  /** What it begins with: an example, without some of its layers. */
  begin: { example: string; without: readonly string[] };
}

export const pieces: readonly Piece[] = [
  {
    id: 'woven-tube',
    title: t`A tube woven round the heron`,
    makes: t`Draw a neon tube, and send it behind the bird and in front again.`,
    begin: { example: 'heron-in-neon', without: ['Ember line', 'Tide line'] },
  },
  {
    id: 'burning-letters',
    title: t`Burning letters`,
    makes: t`Set a word, light it, and let it glare as in a lens.`,
    begin: {
      example: 'ember-pier',
      without: ['On the planks', 'EMBER PIER', 'Flames', 'Sparks', 'Finish'],
    },
  },
  {
    id: 'shadow-on-boards',
    title: t`A shadow on the boards`,
    makes: t`Let the evening sun cast the heron on the wet pier.`,
    begin: {
      example: 'long-evening',
      without: ['Shadow of Paper boat', 'Shadow of Heron', 'Spill of Last light', 'Finish'],
    },
  },
];
