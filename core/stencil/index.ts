export { shapeAct, type StencilPaint } from './act'
export {
  drawnOut,
  handled,
  handlesOf,
  isFillable,
  LEAST_EXTENT,
  moved,
  outlinePoints,
  STENCILS,
  trueShapeOf,
  type Drawing as DrawingOut,
  type Handle,
  type Stencil,
  type StencilKind,
} from './stencil'
