import type { StraightImage } from '../../pixels/picture';

/** What the header of a picture says. */
export interface Header {
  /** As it stands in the file, before it is turned, px. */
  width: number;
  height: number;
  /** How it is to be turned before it is shown: 1 to 8, as Exif says (CIPA DC-008, 4.6.5, "Orientation"); 1 if left out. */
  orientation?: number;
}

/** A kind of file that a picture can stand in. To add one: one file here, and one line in index.ts. */
export interface PictureFormat {
  /** The extension that assets of this format are named by. */
  format: string;
  /** As the artist knows it. */
  label: string;
  /** Extensions of such files, and their MIME type. */
  extensions: readonly string[];
  type: string;
  /** What the package that reads headers calls it, if it knows it. */
  sizedAs?: readonly string[];
  /** What the header says, where no package reads it; null if the bytes are not of this format. */
  header?(bytes: Uint8Array): Header | null;
  /** How it is to be turned, where the package that reads headers does not say; 1 to 8, as in a header. */
  orientation?(bytes: Uint8Array): number;
  /** Whether the file ends before it says it does, asked of the bytes: decoders often draw what there is without a word. */
  isCutShort?(bytes: Uint8Array): boolean;
  /**
   * Its pixels as they stand in the file, with their profile, the same on every machine; null if it is of a kind that only the
   * browser reads. Left out, the browser reads all of them, and what it reads is saved as a PNG. Throws if it is damaged.
   */
  decode?(bytes: Uint8Array): Promise<StraightImage | null>;
}

/** Bytes as numbers of any size. */
export const viewOf = (bytes: Uint8Array): DataView =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

/** Text of one byte a letter. */
export const letters = (bytes: Uint8Array, at: number, count: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + count));

/** A file that is whole, and of a kind of its format that is not read: what it is, and what the artist can do. */
export class UnreadKind extends Error {
  constructor(
    readonly fault: string,
    readonly remedy: string,
  ) {
    super(`It ${fault}.`);
    this.name = 'UnreadKind';
  }
}
