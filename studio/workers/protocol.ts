/** What the page and the worker that computes say to each other. Nothing else knows the messages. */
import type { About } from '@ignis/core/files/formats/xmp';
import type { Mixing } from '@ignis/core/pixels/colour';
import type { Depth } from '@ignis/core/pixels/picture';
import type { Space } from '@ignis/core/pixels/profile';
import type { StoredTable } from '@ignis/core/pixels/colour-table';
import type { Cost } from '@ignis/core/render/meter';
import type { Scopes } from '@ignis/core/pixels/scopes';
import type { ScopesOf } from '@ignis/core/render/scopes';
import type { WeaveState } from '@ignis/core/render/weave-spans';
import type { Region } from '@ignis/core/pixels/region';
import type { Path } from '@ignis/core/geometry/path';
import type { MaskOwner } from '@ignis/core/scene/edits/mask-edits';
import type { Delta } from '@ignis/core/scene/model/delta';
import type { Light } from '@ignis/core/render/selection';
import type { Scene } from '@ignis/core/scene/model/schema';
import type { Crossing } from '@ignis/core/sources/crossings';
import type { LineSource } from '@ignis/core/sources/line-source';
import type { Span } from './spans';
import type { Drawn } from '@ignis/core/steps/warp/drawn-out';
import type { Box } from '@ignis/core/geometry/affine';
import type { Floor } from '@ignis/core/sources/shadow-sheets';

export interface PreviewRequest {
  scene: Scene;
  region: Region;
  scale: number;
  /** The layer that is being worked on: what lies beneath it stays as it is for now. */
  focus: string | null;
  /** The number of the preview that is shown now: only what differs from it need be sent. */
  shown: number | null;
  /** Whether to make the whole picture, and measure what each part cost. */
  measure: boolean;
  /** Whether it is one of many while something is dragged: what is measured of the whole scene stays for so long. */
  steady: boolean;
  /** Whether what takes long may be made roughly. */
  draft: boolean;
  /** Whether what is brighter than the screen can show is marked. */
  beyond: boolean;
  /** Which of the screens is seen: the worker draws on it, or on the other one. */
  screen: number;
}

/** A request as it is sent: of the scene, what is new against the one of the last preview. */
export type Sent<T extends { scene: Scene }> = Omit<T, 'scene'> & { scene: Delta };

/** Straight 8-bit RGBA over a part of a preview. */
export interface Patch {
  region: Region;
  pixels: Uint8ClampedArray<ArrayBuffer>;
}

/**
 * A picture of `region`: drawn on a screen, or else in patches, which are laid on the one that was shown or cover all of
 * it.
 */
export interface Preview {
  number: number;
  region: Region;
  scale: number;
  /** The screen that it is drawn on; null if the patches are to be drawn. */
  screen: number | null;
  patches: Patch[];
  /** How long the render took, ms. */
  took: number;
  /** What each part cost, if it was asked for. */
  costs: Cost[] | undefined;
  /** What was loaded since the last preview. */
  loaded: Span[];
  /** What is cached from render to render, bytes. */
  cached: number;
  /** What of the memory of pixels is in use, was at most, and its size, bytes. */
  use: { inUse: number; most: number; size: number };
}

export interface PictureRequest {
  scene: Scene;
  /** The longer side of the result, px. */
  side: number;
  layers?: string[];
  background: boolean;
}

export interface ExportOptions {
  scale: number;
  /** The format of the file, and how it is written. */
  format: string;
  depth: Depth;
  space: Space;
  /** Px of an inch. */
  density: number;
  values: Record<string, unknown>;
  background: boolean;
  /** Only these layers; all if left out. */
  layers?: string[];
  /** What the file says of itself in words. */
  about?: About;
  /** Whether each layer that is seen stands in the file too, beside the picture of them all. */
  together?: boolean;
}

/** As most pictures are handed on: PNG of 8 bits, as screens show it. */
export const AS_PNG = {
  ...{ format: 'png', depth: 8, space: 'srgb', density: 72, values: {}, background: true },
} as const satisfies Partial<ExportOptions>;

/** A picture brought in: the file to keep, its asset name, and its size in px. */
export interface BroughtIn {
  asset: string;
  bytes: Blob;
  width: number;
  height: number;
}

/** A lookup table that was read, and the file in which its numbers stand. */
export interface TableIn {
  table: StoredTable;
  bytes: Blob;
}

/** A part of a scene to be seen small, as one of many. */
export interface CellRequest {
  scene: Scene;
  region: Region;
  scale: number;
  /** The layer that differs from cell to cell: what lies beneath it is made once. */
  focus: string | null;
  /** Only these layers, on nothing; all of the scene if left out. */
  layers?: readonly string[];
}

/** A mask or selection over a part of a scene. */
export interface MaskRequest {
  scene: Scene;
  owner: MaskOwner;
  region: Region;
  scale: number;
  /** Whether its px are asked for. */
  pixels: boolean;
  /** Whether its edge is asked for. */
  edge: boolean;
}

/** What a mask shows of a region, px of the scene × scale. */
export interface MaskView {
  region: Region;
  scale: number;
  /** Its edge, where it is half: rings of x and y in turn, scene px. */
  rings: number[][];
  /** How much of each px it shows, 0–255; empty if only the edge was asked for. */
  shows: Uint8ClampedArray<ArrayBuffer>;
}

/** What the worker can do. Scenes come as what is new in them against the one of the last preview. */
export interface Engine {
  /** A cell that holds the number of the newest preview; older ones stop. */
  follow(newest: Int32Array<SharedArrayBuffer> | null): void;
  /** Holds a lock of this name as long as the worker lives; resolves when it does. */
  live(lock: string): Promise<void>;
  /** Two canvases that previews are drawn on. */
  useScreens(canvases: OffscreenCanvas[]): void;
  addAsset(name: string, bytes: Blob): void;
  /** Loads and runs what most scenes need, until one asks for its picture. */
  warmUp(): Promise<void>;
  /** Ends that after the render at hand: a scene is being opened. */
  endWarmUp(): void;
  /** Makes fonts and pictures ready, by their names, before a picture asks for them, which mixes light as is said. */
  prepare(faces: readonly string[], pictures: readonly string[], mixing: Mixing): Promise<void>;
  /** Null if a newer preview was asked for meanwhile. */
  preview(number: number, request: Sent<PreviewRequest>): Promise<Preview | null>;
  /** A part of a scene, straight 8-bit RGBA. */
  cell(request: Sent<CellRequest>): Promise<Patch>;
  /** A small picture, as PNG. */
  picture(request: Sent<PictureRequest>): Promise<Blob>;
  /** The main colours of the picture of a scene, `#rrggbb` from dark to bright. */
  mainColours(scene: Delta): Promise<string[]>;
  /** Where a layer goes over and under what it is woven with; null if it is not woven. */
  weave(scene: Delta, layer: string): Promise<WeaveState | null>;
  /** Where a line crosses itself, its own px. */
  crossings(source: LineSource): Promise<Crossing[]>;
  /** Where a shadow lies on the floor, its own px; null for a layer that is none. */
  shadowFloor(scene: Delta, layer: string): Promise<Floor | null>;
  /** The box round what a reflection mirrors, its own px; null if it is none. */
  mirroredBox(scene: Delta, layer: string): Promise<Box | null>;
  /** What a step of a layer draws out of its edges, its own px. */
  drips(scene: Delta, layer: string, step: string): Promise<Drawn[]>;
  /** What a mask or selection shows; null if there is none. */
  maskView(request: Sent<MaskRequest>): Promise<MaskView | null>;
  /** The edge of a mask or selection of the whole scene as closed paths, scene px; empty if there is none. */
  maskPaths(scene: Delta, owner: MaskOwner): Promise<Path[]>;
  /** The colour of a place (scene px) of a scene, or of a layer alone, `#rrggbb`; null where there is nothing. */
  colourAt(scene: Delta, of: string | null, x: number, y: number): Promise<string | null>;
  /** What a light meter reads at a point (scene px); null where there is nothing. */
  lightAt(scene: Delta, x: number, y: number): Promise<Light | null>;
  /** What scopes show of a scene, or of what comes into a step of a layer. */
  scopes(scene: Delta, of: ScopesOf | null): Promise<Scopes>;
  /** What the grades of a layer make of a cube of colours (`gradeTable`); null if it has none. */
  gradeTable(scene: Delta, layer: string, side: number): Promise<Float32Array | null>;
  /** The layers that show at a point (scene px), front first. */
  layersAt(scene: Delta, x: number, y: number): Promise<string[]>;
  /**
   * The whole scene as a file. `progress` is called with the share done. The same number of `pixels` says that they are those
   * of the file before, which are cached.
   */
  exportFile(
    scene: Delta,
    options: ExportOptions,
    pixels: number,
    progress: (done: number) => void,
  ): Promise<Blob>;
  /** Decodes, checks and keeps upright a picture's file. Throws with a message for the artist. */
  bringIn(bytes: Blob, name: string): Promise<BroughtIn>;
  /** Reads the file of a lookup table; its numbers come as a picture's file. Throws with a message for the artist. */
  bringInTable(bytes: Blob, name: string): Promise<TableIn>;
}
