/** What things say of themselves when they are pointed at: attributes that `Tooltips` reads, wherever they stand. */

/** Where a tooltip stands beside what it is of. */
export type TipSide = 'top' | 'right' | 'bottom' | 'left';

/** Attributes of an element. */
export interface Tip {
  'data-tip': string;
  'data-tip-side'?: TipSide;
  'aria-description'?: string;
  'aria-label'?: string;
  role?: string;
}

/**
 * The tooltip of an element that has a name of its own: one sentence, and in round brackets at its end the key that does the
 * same, as in `Find layers ( / )`. Readers of the screen say it too. Nothing without a text.
 */
export const tip = (text: string | undefined, side?: TipSide): Tip | undefined =>
  text
    ? { 'data-tip': text, 'aria-description': text, ...(side && { 'data-tip-side': side }) }
    : undefined;

/**
 * A handle on the stage: what it is called, and that it is moved by keys (stage/move-by-keys.ts). `pressed` selects the element
 * that takes its presses; left out, it does itself.
 */
export const movable = (text: string, pressed = '') => ({
  ...{ role: 'button', tabIndex: 0, 'data-tip': text, 'aria-label': text, 'data-moves': pressed },
});

/** The tooltip of a part of the stage that has no other name; nothing without a text. */
export const named = (text: string): Tip | undefined =>
  text ? { role: 'img', 'data-tip': text, 'aria-label': text } : undefined;
