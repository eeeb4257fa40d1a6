export {
  coveredPart,
  CUT_SIDE,
  cutMask,
  paperHeights,
  paperMask,
  PLAIN_CUT,
  tileable,
  trimmedMask,
  type CutSettings,
} from './cut'
export { maskReader, tiledReader } from './mask'
