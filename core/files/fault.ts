/** A file that cannot be used: its name, what is wrong with it, and what the artist can do. */
export class FileFault extends Error {
  constructor(
    readonly file: string,
    readonly fault: string,
    readonly remedy: string,
  ) {
    super(`“${file}” ${fault}. ${remedy}`);
    this.name = 'FileFault';
  }
}
