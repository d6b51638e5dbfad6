import type { Stored } from '../storage/scenes';
import type { Saved } from './save-scheduler';
import type { Point } from '@ignis/core/geometry/affine';
import type { AnchorPlace } from '@ignis/core/geometry/anchors';
import { anchorOf } from '@ignis/core/geometry/anchors';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import type { SnapLines } from '@ignis/core/scene/arrange/snap';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { isPathLine } from '@ignis/core/scene/model/traits';
import { pathsOf } from '@ignis/core/sources/line-shape';
import { definitionOf } from '@ignis/core/sources/index';

/** Where the scene stands on the stage: CSS px = scene px × zoom + (x, y). */
export interface View {
  zoom: number;
  x: number;
  y: number;
}

/** What is selected and open on the bench, and how it is looked at: nothing of it belongs to the scene. */
export interface Workspace {
  selected: string | null;
  /** Layers chosen besides the selected one, to be arranged with it. */
  others: readonly string[];
  /** What the selected layer is turned and scaled by numbers about, its own px; null for its middle. */
  pivot: Point | null;
  /** The chosen guide. */
  guide: string | null;
  /** Lines that something being dragged has snapped to, scene px; a slanted one by two of its points. */
  snapped: (SnapLines & { ray?: { from: Point; to: Point } }) | null;
  /** The chosen anchors of the selected line. */
  anchors: readonly AnchorPlace[];
  /** The pass of the selected line whose values are open in the chain. */
  pass: string | null;
  /** The step of the selected layer whose values are open in the chain. */
  step: string | null;
  /** The part of the mask of the selected layer, or of the selection, whose values are open in the chain. */
  part: string | null;
  /** The layer that is being drawn, once its first anchor is set. */
  drawn: string | null;
  /** The layer whose card is under the pointer. */
  hovered: string | null;
  /** Groups whose cards are folded away. */
  folded: ReadonlySet<string>;
  /** How the stage works on the selected layer: the key of one of the modes (bench/modes/). */
  mode: string;
  view: View;
  comparing: boolean;
  /** Whether nothing but the picture is there. */
  isBare: boolean;
  /** The scene without the selected layer, as it was opened, or as it was in a take, by its id. */
  compareWith: string;
  /** The places at which the light meter goes on reading, scene px, in the order in which they were pinned. */
  pinned: readonly Point[];
  saved: Saved;
  /** The scene as it is stored, so far as this page knows; null if it never was. */
  stored: Stored | null;
  /** Whether another tab works on the scene, and this one only shows it. */
  readOnly: boolean;
  /** The stored picture of the scene, a file or its address, until its own stands on the stage. */
  cover: Blob | string | null;
  /** The picture that is to be stored with a scene that never was. */
  thumbnail: Blob | null;
  /** Whether the stage has a picture of the scene. */
  isShown: boolean;
  /** Where pictures are paused because they ended the page before: what resumes them. */
  resumePictures: (() => void) | null;
  /** Whether a new line is drawn by hand, and not anchor by anchor. */
  freehand: boolean;
  /** How far a line drawn by hand may be smoothed away from the hand, CSS px. */
  fidelity: number;
}

/** Nothing open of the layer that is selected. */
export const NOTHING_OPEN = {
  ...{ pivot: null, guide: null, anchors: [], pass: null, step: null, part: null, drawn: null },
} as const;

/** The workspace before a scene is opened. */
export const EMPTY_WORKSPACE: Workspace = {
  ...NOTHING_OPEN,
  ...{ selected: null, others: [], snapped: null, hovered: null, folded: new Set() },
  ...{ mode: 'arrange', view: { zoom: 1, x: 0, y: 0 }, comparing: false, compareWith: 'layer' },
  isBare: false,
  pinned: [],
  ...{
    saved: 'saved',
    stored: null,
    readOnly: false,
    resumePictures: null,
    cover: null,
    thumbnail: null,
    isShown: true,
    freehand: false,
    fidelity: 3,
  },
};

/** The mode that a layer is first worked on in. */
export const firstMode = (layer: Layer | undefined): string =>
  layer && isPathLine(layer) ? 'anchors' : 'arrange';

/** With a layer selected, and nothing of it open. */
export const selecting = (scene: Scene, id: string | null): Partial<Workspace> => ({
  ...NOTHING_OPEN,
  ...{ selected: id, others: [], mode: firstMode(findLayer(scene, id)) },
});

/** What of a workspace points at what a scene no longer has, let go of. The mode is looked after by the stage. */
export function settled(scene: Scene, workspace: Workspace): Partial<Workspace> {
  const { selected, others, guide, anchors, pass, step, part, drawn, hovered } = workspace;
  const layer = findLayer(scene, selected);
  const ifThere = (id: string | null, among: readonly { id: string }[]) =>
    among.some((a) => a.id === id) ? id : null;
  const paths = layer && isPathLine(layer) ? pathsOf(layer.source.shape) : [];
  const masks = [layer?.mask, ...(layer?.steps.map((k) => k.where) ?? []), scene.selection];
  const parts = masks.flatMap((m) => m?.parts ?? []);
  return {
    selected: layer ? selected : null,
    others: layer ? others.filter((id) => findLayer(scene, id)) : [],
    guide: ifThere(guide, scene.guides),
    anchors: anchors.filter((at) => anchorOf(paths, at)),
    pass: ifThere(pass, layer ? (definitionOf(layer.source).parts?.(layer.source) ?? []) : []),
    step: ifThere(step, layer?.steps ?? []),
    part: ifThere(part, parts),
    drawn: findLayer(scene, drawn) ? drawn : null,
    hovered: findLayer(scene, hovered) ? hovered : null,
    ...(!layer && { pivot: null }),
  };
}
