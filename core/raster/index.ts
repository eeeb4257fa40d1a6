export { components, type Component } from './components'
export { squaredDistances } from './distance'
export { polygonCoverage } from './coverage'
export { fillPolygon, type Polygon } from './polygon'
