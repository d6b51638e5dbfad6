import type { Path } from '@ignis/core/geometry/path';
import type { MaskOwner } from '@ignis/core/scene/edits/mask-edits';
import type { Crossing } from '@ignis/core/sources/crossings';
import type { LineSource } from '@ignis/core/sources/line-source';
import type { WeaveState } from '@ignis/core/render/weave-spans';
import type { Scopes } from '@ignis/core/pixels/scopes';
import type { ScopesOf } from '@ignis/core/render/scopes';
import type { Light } from '@ignis/core/render/selection';
import type { Scene } from '@ignis/core/scene/model/schema';
import type { Drawn } from '@ignis/core/steps/warp/drawn-out';
import type { Box } from '@ignis/core/geometry/affine';
import type { Floor } from '@ignis/core/sources/shadow-sheets';
import type { BroughtIn, CellRequest, MaskRequest, MaskView, Patch, TableIn } from './protocol';
import { ask, askAbout } from './engine';

/** What the page asks of the worker besides pictures of the stage. */

/** A part of a scene, small, as one of many. */
export const cell = (request: CellRequest): Promise<Patch> =>
  askAbout(request.scene, (remote, scene) => remote.cell({ ...request, scene }));

/** Where a line crosses itself, its own px. */
export const crossings = (source: LineSource): Promise<Crossing[]> =>
  ask((remote) => remote.crossings(source) as Promise<Crossing[]>);

/** Where a layer goes over and under what it is woven with; null if it is not woven. */
export const weave = (scene: Scene, layer: string): Promise<WeaveState | null> =>
  askAbout(scene, (remote, sent) => remote.weave(sent, layer) as Promise<WeaveState | null>);

/** The box round what a reflection mirrors, its own px; null if it is none. */
export const mirroredBox = (scene: Scene, layer: string): Promise<Box | null> =>
  askAbout(scene, (remote, sent) => remote.mirroredBox(sent, layer) as Promise<Box | null>);

/** What a step of a layer draws out of its edges, its own px. */
export const drips = (scene: Scene, layer: string, step: string): Promise<Drawn[]> =>
  askAbout(scene, (remote, sent) => remote.drips(sent, layer, step) as Promise<Drawn[]>);

/** What a mask or selection shows; null if there is none. */
export const maskView = (request: MaskRequest): Promise<MaskView | null> =>
  askAbout(
    request.scene,
    (remote, scene) => remote.maskView({ ...request, scene }) as Promise<MaskView | null>,
  );

/** The edge of a mask or selection of the whole scene as closed paths, scene px; empty if there is none. */
export const maskPaths = (scene: Scene, owner: MaskOwner): Promise<Path[]> =>
  askAbout(scene, (remote, sent) => remote.maskPaths(sent, owner));

/** The colour of a place (scene px) of a scene, or of a layer alone; null where there is nothing. */
export const colourAt = (
  scene: Scene,
  of: string | null,
  x: number,
  y: number,
): Promise<string | null> => askAbout(scene, (remote, sent) => remote.colourAt(sent, of, x, y));

/** What a light meter reads at a point (scene px); null where there is nothing. */
export const lightAt = (scene: Scene, x: number, y: number): Promise<Light | null> =>
  askAbout(scene, (remote, sent) => remote.lightAt(sent, x, y));

/** What scopes show of a scene, or of what comes into a step of a layer. */
export const scopes = (scene: Scene, of: ScopesOf | null): Promise<Scopes> =>
  askAbout(scene, (remote, sent) => remote.scopes(sent, of));

/** What the grades of a layer make of a cube of colours, `side`³ of three numbers; null if it has none. */
export const gradeTable = (
  scene: Scene,
  layer: string,
  side: number,
): Promise<Float32Array | null> =>
  askAbout(scene, (remote, sent) => remote.gradeTable(sent, layer, side));

/** The layers that show at a point (scene px), front first. */
export const layersAt = (scene: Scene, x: number, y: number): Promise<string[]> =>
  askAbout(scene, (remote, sent) => remote.layersAt(sent, x, y));

/** Reads a picture's file. Throws with a message for the artist. */
export const bringIn = (bytes: Blob, name: string): Promise<BroughtIn> =>
  ask((remote) => remote.bringIn(bytes, name));

/** Reads the file of a lookup table. Throws with a message for the artist. */
export const bringInTable = (bytes: Blob, name: string): Promise<TableIn> =>
  ask((remote) => remote.bringInTable(bytes, name));

/** Where a shadow lies on the floor, its own px; null for a layer that is none. */
export const shadowFloor = (scene: Scene, layer: string): Promise<Floor | null> =>
  askAbout(scene, (remote, sent) => remote.shadowFloor(sent, layer) as Promise<Floor | null>);

/** The main colours of the picture of a scene, `#rrggbb` from dark to bright. */
export const mainColours = (scene: Scene): Promise<string[]> =>
  askAbout(scene, (remote, sent) => remote.mainColours(sent));
