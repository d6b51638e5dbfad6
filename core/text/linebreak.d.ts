/** What we use of the package `linebreak` (Unicode Standard Annex 14), which comes without types. */
export default class LineBreaker {
  constructor(text: string);
  /** The next place where a line may, or must, be broken; null at the end. */
  nextBreak(): { position: number; required: boolean } | null;
}
