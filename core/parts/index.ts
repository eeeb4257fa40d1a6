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
  HANDLE_MODES,
  type Handle,
  type Held,
  type HandleMode,
} from './hold'
export { placedAt, placementOf, type Placement } from './placement'
export { cropHandled, cropHandles, cropMoved, cropTo, withRatio, type Crop } from './crop'
export { snapLines, snappedPlace, snapOf, snapPoints, type SnapLine } from './snap'
