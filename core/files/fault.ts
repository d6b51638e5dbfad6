import type { Fault } from '../scene/model/check';

/** What more there is to know of a file's fault. */
interface More {
  /** The places in the scene that the fault concerns. */
  faults?: Fault[];
  /** The error that showed it, in the words of who found it. */
  cause?: unknown;
}

/** A file that cannot be used: its name, what is wrong with it, and what the artist can do. */
export class FileFault extends Error {
  readonly faults: Fault[];
  constructor(
    readonly file: string,
    readonly fault: string,
    readonly remedy: string,
    { faults = [], cause }: More = {},
  ) {
    super(`“${file}” ${fault}. ${remedy}`, { cause });
    this.name = 'FileFault';
    this.faults = faults;
  }
}
