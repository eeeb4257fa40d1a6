export { flattenDrawing, flattenTile, layerAlpha, type StandIn } from './flatten'
export { layMask, withLayer } from './laymask'
export { sheetRect, tileColumns, tileNumber, tileOrigin, tilesUnder } from './tiles'
export type { Drawing, Layer, Sheet } from './types'
