export { bringStackOf, movedBy } from './act'
export { readOpenRaster, type ReadFile, type ReadPicture } from './read'
export { OPENRASTER_NAME, OPENRASTER_TYPE, openRasterOf, type LayeredFile, type Packing } from './write'
