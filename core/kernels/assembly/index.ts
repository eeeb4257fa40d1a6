export { makeDab, stampFlow, stampPeak } from './stamp'
export { layErase, layGlaze, layPaint } from './lay'
export { compositeOnClear, compositeOnPaper, halve } from './composite'
export { readPicture } from './read'

/** Where free memory begins. */
export function heapBase(): usize {
  return __heap_base
}
