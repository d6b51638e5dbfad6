/** Everything the faces call. Kernels that end in `from, to` may be shared among threads by rows. */
export { checkAgainst, heapBase } from './access';
export { shareAcross, shareCells } from './share';
export { spreadRows } from './spread';
export { convolveRows, weighDown } from './convolve';
export { composite, compositePlane, compositePlanes, settleRows } from './composite';
export { gainRows, shineRows } from './colour';
export { otherLightRows, unpackProfileRows, unpackRows } from './unpack';
export { exposeRows } from './expose';
export { fieldRows } from './field';
export { filmGrainRows } from './film-grain';
export { finerRows, flameRows } from './flame';
export { burnRows, flowOn, flowRows } from './fluid';
export { mostDivergent, settleFlow } from './fluid-pressure';
export { finishRows } from './finish';
export { cutRows, gatherRows, overRows, rampRows, shareRows, nearRows, shadeRows } from './paint';
export { coverRows, layRows, paintRows, strokeRows } from './brush';
export { dabRows } from './dabs';
export { tintRows } from './tinted';
export { contourRows, edgeRows } from './contour';
export {
  addRows,
  bandRows,
  differRows,
  facingRows,
  grainRows,
  lookRows,
  reliefRows,
  sampleRows,
  shiftRows,
  slopeRows,
  timesRows,
} from './planes';
export { distanceAcross, distanceDown } from './distance';
export { brightRows, litRows, scatterRows } from './glare';
export { glossRows } from './gloss';
export { divideRows, fitRows, guidedRows, productRows } from './guided';
export { likenessRows } from './likeness';
export { borderRows, likestPointRows } from './likest-point';
export { medianRows, medianStepRows } from './median';
export {
  depthRows,
  gaussianRows,
  momentRows,
  movedRows,
  outlineRows,
  errorRows,
} from './local-colours';
export { gradeHue, gradeLight, gradeRamp } from './grade';
export { halveRows, warpRows } from './resample';
export { uprightRows } from './upright';
export {
  alphaRows,
  clearRows,
  copyRows,
  fadeRows,
  fillRows,
  linearRows,
  maskRows,
  mixRows,
  scaleRows,
  toneRows,
  unwrapRows,
} from './rows';
export { coneRows, tileRows } from './tile';
export { carryRows, sheetRows } from './sheet';
export { displaceRows, smearDabs } from './smear';
export { colourTableRows } from './colour-table';
export { fringeRows } from './fringe';
export { apertureRows, sumAlong } from './aperture';
export { gatherLines, slideLines } from './slide';
export { streamRows } from './stream';
export { swingRows } from './swing';
export { oklchRows } from './oklch';
export { useScratch } from './scratch';
export { layer, pile } from './crowd';
export { flyRows } from './flight';
export { particleRows } from './particles';
export { sumRows } from './edges';
export { sweep } from './sweep';
export { addMappedRows } from './lay-light';
export { streakRows } from './streak';
