/** Strokes of brushes, as values of steps have them. */

/** Points that stand with those of other strokes in a file: which, at what place in it, how many, and the box round them. */
export interface PointsInFile {
  pack: string;
  index: number;
  count: number;
  box: [x0: number, y0: number, x1: number, y1: number];
}

/** What has points, the layer's own px: in the scene, as lists that go on from one another, or in a file. */
export interface Stroked {
  points: number[][] | PointsInFile;
}

/** What a stroke of the finger does. */
export type SmearWay = 'smear' | 'push' | 'swirl' | 'pinch' | 'swell' | 'smooth' | 'restore';

/** The finger as it is set (`smearBrushParameters`). */
export interface SmearBrush {
  size: number;
  hardness: number;
  strength: number;
  pickUp: number;
  pressureSize: number;
  pressureStrength: number;
  left: boolean;
}

/** A stroke of the finger: what it does, its brush as it was, and where it went. */
export interface SmearStroke extends Stroked {
  id: string;
  enabled: boolean;
  way: SmearWay;
  brush: SmearBrush;
}
