export { paperCorners, type Corners, type FoundPaper } from './corners'
export { straightened, straightSize } from './straighten'
