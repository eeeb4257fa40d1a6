export {
  bitAt,
  bitCount,
  both,
  boxOfBits,
  countBits,
  cutBits,
  dilated,
  discReach,
  inverted,
  newBits,
  packBits,
  pasteBits,
  setRun,
  trim,
  unpackBits,
  without,
  type BitPlane,
} from './bits'
export { components, type Component } from './components'
export { squaredDistances } from './distance'
export { outlinesCoverage, polygonCoverage } from './coverage'
export { fillPolygon, type Polygon } from './polygon'
export { GreatestFirst, openingAt, squaredDistance, type Distances, type Opening } from './openings'
export { BitRuns, floodBits, floodRuns } from './runs'
export { greyClosing } from './grey'
export { skeleton } from './skeleton'
export { depthAt, withoutRim } from './near'
export { placesWithin, thickenMarks, withoutSpecks, type Marks } from './marks'
