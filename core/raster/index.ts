export { components, type Component } from './components'
export { squaredDistances } from './distance'
export { fillPolygon, type Polygon } from './polygon'
