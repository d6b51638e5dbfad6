import { defaultsOf } from '../../definitions/parameter-values';
import { rampOf } from '../../pixels/ramp';
import type { PaintBrush } from '../../brush/paint-brush';
import { paintBrushParameters, strokeBrush } from '../../brush/paint-brush';
import type { BookBrush } from './book-brush';
import { BRUSH_VERSION } from './book-brush';

const usual = defaultsOf(paintBrushParameters);

const brush = (name: string, colour: string, values: Partial<PaintBrush>): BookBrush => ({
  ...{ format: 'ignis-brush', version: BRUSH_VERSION, name, colour },
  brush: strokeBrush({ ...usual, ...values }),
});

const EMBERS = rampOf([
  [0, '#fff2c4'],
  [45, '#ffb13d'],
  [100, '#ff3c0a'],
]);
const FADING = rampOf(
  [
    [0, '#ffffff'],
    [30, '#8fe3ff'],
    [100, '#1e63ff'],
  ],
  [
    [0, 100],
    [60, 60],
    [100, 0],
  ],
);

/** The brushes that ship, named by what they make. */
export const shippedBrushes: readonly BookBrush[] = [
  brush('Soft light', '#ffd9a0', { tip: 'soft', size: 220, flow: 45 }),
  brush('Ambient wash', '#c2410c', { tip: 'soft', size: 700, flow: 28, spacing: 8 }),
  brush('Blush on a cheek', '#ff6a5a', { tip: 'soft', size: 160, flow: 34, pressureFlow: 60 }),
  brush('Hard edge', '#ffffff', { hardness: 100, size: 60, spacing: 3 }),
  brush('Fine veins', '#e23a2c', {
    ...{ size: 5, hardness: 85, taper: 90, smoothing: 80, spacing: 4 },
  }),
  brush('Glint in an eye', '#ffffff', { tip: 'soft', size: 26, flow: 100, spacing: 4 }),
  brush('Light streak', '#bfe9ff', {
    ...{ size: 14, hardness: 20, taper: 400, smoothing: 100, colours: 'along', ramp: FADING },
  }),
  brush('Comet tail', '#ffd27a', {
    ...{ size: 34, hardness: 0, taper: 260, smoothing: 100, colours: 'along', ramp: EMBERS },
  }),
  brush('Pen line', '#f4f1ea', { size: 9, hardness: 95, smoothing: 100, spacing: 3 }),
  brush('Broad nib', '#f4f1ea', {
    ...{ size: 38, hardness: 95, roundness: 18, angle: -40, spacing: 3, smoothing: 80 },
  }),
  brush('Strands of hair', '#d8b48a', {
    ...{ tip: 'bristle', size: 70, follows: 'stroke', spacing: 2, smoothing: 60, taper: 160 },
  }),
  brush('Dry bristles', '#e0e3e8', {
    ...{ tip: 'bristle', size: 110, follows: 'stroke', spacing: 3, grain: 'speckle' },
    ...{ grainSize: 40, grainDepth: 70 },
  }),
  brush('Chalk', '#efe7d6', {
    hardness: 70,
    size: 46,
    grain: 'stone',
    grainSize: 70,
    grainDepth: 85,
  }),
  brush('Charcoal', '#20222a', {
    ...{ tip: 'soft', size: 90, flow: 85, grain: 'stone', grainSize: 50, grainDepth: 90 },
  }),
  brush('Fog bank', '#aab7c8', {
    ...{ tip: 'soft', size: 420, flow: 55, grain: 'clouds', grainSize: 520, grainDepth: 80 },
  }),
  brush('Smoke trail', '#8c8f98', {
    ...{ tip: 'soft', size: 130, flow: 50, grain: 'clouds', grainSize: 200, spacing: 14 },
    ...{ scatters: true, count: 2, across: 60, along: 60, sizeSpread: 60, opacitySpread: 60 },
  }),
  brush('Sparks', '#ffb347', {
    ...{ size: 7, hardness: 60, spacing: 260, scatters: true, count: 3, across: 1000, along: 700 },
    ...{ sizeSpread: 85, opacitySpread: 40, colourSpread: 45 },
  }),
  brush('Ember dust', '#ff6a1f', {
    ...{ tip: 'soft', size: 12, spacing: 110, scatters: true, count: 4, across: 900, along: 300 },
    ...{ sizeSpread: 80, opacitySpread: 80, colourSpread: 30 },
  }),
  brush('Stars', '#ffffff', {
    ...{ tip: 'soft', size: 9, spacing: 400, scatters: true, count: 2, across: 1000, along: 1000 },
    ...{ sizeSpread: 90, opacitySpread: 70 },
  }),
  brush('Falling snow', '#f2f7ff', {
    ...{ size: 12, hardness: 30, spacing: 180, scatters: true, count: 2, across: 900, along: 500 },
    ...{ sizeSpread: 75, opacitySpread: 55 },
  }),
  brush('Sea foam', '#e9fbff', {
    ...{ size: 16, hardness: 75, spacing: 40, flow: 80, scatters: true, count: 4, across: 300 },
    ...{ sizeSpread: 90, opacitySpread: 50 },
  }),
  brush('Spray of drops', '#cdeef7', {
    ...{ tip: 'spatter', size: 120, spacing: 45, scatters: true, count: 1, across: 40, along: 40 },
    ...{ turnSpread: 100, sizeSpread: 50, opacitySpread: 20 },
  }),
  brush('Flaking rust', '#a4512a', { size: 90, hardness: 60, grain: 'flakes', grainSize: 120 }),
  brush('Stippling', '#f2c28a', { size: 14, hardness: 80, spacing: 130, pressureSize: 60 }),
];
