export { seamFinding } from './finding'
export {
  checkGrid,
  MOST_PANELS,
  neighbourOf,
  OPPOSITE,
  panelSheet,
  panelsOf,
  SIDES,
  type MuralGrid,
  type Panel,
  type Side,
} from './panels'
export { groundOn, panelName, panelPlan, scaleGuide, vanishingGuide, type MuralTerms } from './plan'
export {
  bytesOfEdges,
  EDGE_DEPTH,
  edgeProfile,
  edgesOf,
  edgesOfBytes,
  isBlankEdge,
  linesAlong,
  seamBetween,
  seamsOfAll,
  seamsWith,
  type EdgeProfile,
  type Edges,
  type PanelSeamsFound,
  type SeamFound,
  type SeamMark,
} from './seams'
