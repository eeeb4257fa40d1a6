export { alignedBy, ALIGNMENTS, type Alignment } from './align'
export {
  asNet,
  flipped,
  handled,
  handlesOf,
  heldWhole,
  holds,
  middleOf,
  movedBy,
  outerCorners,
  pointsOf,
  quarterTurned,
  turnedBy,
  WAYS,
  type Handle,
  type Held,
  type Way,
} from './hold'
export { cropHandled, cropHandles, cropMoved, withRatio, type Crop } from './crop'
export { snapLines, snappedPlace, snapOf, snapPoints, type SnapLine } from './snap'
