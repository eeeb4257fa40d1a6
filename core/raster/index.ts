export { components, type Component } from './components'
export { squaredDistances } from './distance'
export { outlinesCoverage, polygonCoverage } from './coverage'
export { fillPolygon, type Polygon } from './polygon'
