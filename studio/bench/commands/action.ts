/** Something that can be done on the bench, by name, key or button. */
export interface Action {
  name: string;
  /** Keys as tinykeys writes them; the first is shown. */
  keys?: string[];
  /** Other words that it is looked for by. */
  words?: string;
  run(): void;
  enabled: boolean;
}
