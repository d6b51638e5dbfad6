import type { Fault } from '../scene/model/check';

/** A file that cannot be used: its name, what is wrong with it, and what the artist can do. */
export class FileFault extends Error {
  constructor(
    readonly file: string,
    readonly fault: string,
    readonly remedy: string,
    /** The places in the scene that the fault concerns, if there are any. */
    readonly faults: Fault[] = [],
  ) {
    super(`“${file}” ${fault}. ${remedy}`);
    this.name = 'FileFault';
  }
}
