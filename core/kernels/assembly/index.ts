/** Everything the faces call. Kernels that end in `from, to` may be shared among threads by rows. */
export { checkAgainst, heapBase } from './access';
export { convolveAcross, convolveDown } from './convolve';
export { shareAcross, shareDown, spread, useScratch } from './cells';
export { composite, compositePlane, settleRows } from './composite';
export { finishRows, recodeRows, unpackRows } from './colour';
export { distanceAcross, distanceDown } from './distance';
export { gradeHue, gradeLight, gradeRamp } from './grade';
export { halveRows, warpRows } from './resample';
export {
  alphaRows,
  clear,
  copyRows,
  fadeRows,
  fillRows,
  linearRows,
  maskRows,
  mixRows,
  multiplyRows,
  scaleRows,
  toneRows,
  unwrapRows,
} from './rows';
export { sumRows, sweep } from './sweep';
