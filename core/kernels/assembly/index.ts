export { makeDab, stampFlow, stampPeak } from './stamp'
export { layBehind, layErase, layGlaze, layGlazeInside, layGlow, layGlowInside, layInside, layPaint } from './lay'
export { compositeOnClear, compositeOnPaper, halve } from './composite'
export { blendRows } from './blend'
export { readPicture } from './read'
export { readStraight } from './straight'
export { addRow, finishRow, premultiplyRow, weighRow } from './resample'
export { blurAcross, blurDown, unpremultiply, premultiply } from './blur'
export { differ, dilate } from './bits'

/** Where free memory begins. */
export function heapBase(): usize {
  return __heap_base
}
