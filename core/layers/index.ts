export { withClipRuns } from './clip-runs'
export { withBelowFlattened } from './below'
export { changedTiles } from './changes'
export type { StandIn } from './draw-commands'
export {
  flattenDrawing,
  flattenedTiles,
  flattenStack,
  flattenTile,
  layerAlpha,
  tilesBox,
  tilesPicture,
} from './flatten'
export { reducedPreviewFor, type ReducedPreview } from './reduced-preview'
export { heldInside, layMask, layTile, withoutSelection } from './laymask'
export { maskOwner, paintable, withItem, withLayer } from './masks'
export { paperLayers, showDrawing, showTile } from './paper'
export { reducedDrawing } from './reduced'
export { sheetRect, tileColumns, tileNumber, tileOrigin, tileRows, tilesUnder } from './tiles'
export {
  clipBase,
  findItem,
  GREATEST_NESTING,
  groupsRound,
  itemId,
  itemOf,
  layersIn,
  nestingOf,
  stackOf,
  withItems,
  withoutItem,
  withStack,
  type StackItem,
} from './stack'
export { layerThumbnail } from './thumbnail'
export { Touched, type TilePart } from './touched'
export {
  PLACED_AS_IS,
  type Drawing,
  type Group,
  type Layer,
  type Light,
  type Mask,
  type Placed,
  type Selection,
  type Sheet,
} from './types'
export type { OwnTiles } from './own-tiles'
