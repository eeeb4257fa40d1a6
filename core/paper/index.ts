export { cleanedPaper } from './clean'
export { paperCorners, wholeCorners, type Corners, type FoundPaper } from './corners'
export type { Cut } from './evened'
export { printedFrame, printedSheet, type PrintedSheet } from './printed'
export { READ_SIDE, readPage, type ReadPage } from './read'
export {
  MOST_SPECKS,
  MOST_THICKER,
  PAPER_KEEPS,
  paperSettingsAt,
  paperSettingsSchema,
  PLAIN_PAPER,
  type PaperKeeps,
  type PaperSettings,
} from './settings'
export { straightened, straightSize } from './straighten'
export { faintestMark, onWhite, suggestedStrength } from './suggest'
