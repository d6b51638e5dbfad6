import type { Parameters, Values } from '../../definitions/parameter';
import type { Depth, StraightImage } from '../../pixels/picture';
import type { Space } from '../../pixels/profile';
import type { About } from './xmp';

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
  /** Whether browsers show such files as they are. */
  isShown?: true;
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
  /** How pictures are exported to it; left out, they are not. */
  written?: Written;
}

/** What else a file says of its picture. */
export interface Said {
  /** Whose numbers they are. */
  space: Space;
  /** Px of an inch, as it is to be printed. */
  density: number;
  /** What the artist says of it in words. */
  about?: About;
}

/** A layer of a file that has several. Its pixels are made when they are needed, so that those of only one need be there at a time. */
export interface FileLayer {
  name: string;
  make(): StraightImage;
}

/** How a format is written. */
export interface Written {
  /** The depths there are, the usual one first. */
  depths: readonly Depth[];
  /** Whose numbers it can say that they are. */
  spaces: readonly Space[];
  /** Whether it says how dense it is to be printed. */
  hasDensity: boolean;
  /** Whether it says something of itself in words. */
  hasWords: boolean;
  /** What the artist can choose. */
  parameters: Parameters;
  /** The bytes of the file, the same on every machine. The depth and the space are such as it has. */
  encode(
    image: StraightImage,
    values: Readonly<Record<string, unknown>>,
    said: Said,
  ): Promise<Uint8Array>;
  /** The bytes of a file that has layers beside the picture of them all, back first; left out, the format has none. */
  encodeLayers?(
    merged: StraightImage,
    layers: readonly FileLayer[],
    values: Readonly<Record<string, unknown>>,
    said: Said,
  ): Promise<Uint8Array>;
}

/** Whose numbers a format can say that they are at a depth: floats are always light of sRGB's primaries. */
export const spacesOf = ({ spaces }: Written, depth: Depth): readonly Space[] =>
  depth === 32 ? ['srgb'] : spaces;

/** How a format is written, its values by their kinds. */
export const written = <P extends Parameters>(
  how: Omit<Written, 'parameters' | 'encode' | 'encodeLayers'> & {
    parameters: P;
    encode(image: StraightImage, values: Values<P>, said: Said): Promise<Uint8Array>;
    encodeLayers?(
      merged: StraightImage,
      layers: readonly FileLayer[],
      values: Values<P>,
      said: Said,
    ): Promise<Uint8Array>;
  },
): Written => how as unknown as Written;

/** Bytes as numbers of any size. */
export const viewOf = (bytes: Uint8Array): DataView =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

/** Text of one byte a letter. */
export const letters = (bytes: Uint8Array, at: number, count: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + count));

/** Letters of one byte each. */
export const asciiOf = (text: string): Uint8Array =>
  Uint8Array.from(text, (letter) => letter.charCodeAt(0));

/** Bytes one behind another. */
export function joined(...parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
  parts.reduce((at, p) => (out.set(p, at), at + p.length), 0);
  return out;
}

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
