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

/** What the artist can do about a file that did not come whole. */
export const SAVE_AGAIN = 'Save it again from where it came, and bring in the new copy.';

/** The fault of a file that is damaged or cut short, as `cause` shows. */
export const damagedFile = (file: string, cause: unknown): FileFault =>
  new FileFault(file, 'is damaged or cut short', SAVE_AGAIN, { cause });
