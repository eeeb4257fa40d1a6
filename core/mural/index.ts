export { checkGrid, MOST_PANELS, neighbourOf, panelSheet, panelsOf, type MuralGrid, type Panel, type Side } from './panels'
export { EDGE_DEPTH, edgeProfile, linesAlong, seamBetween, type EdgeProfile, type SeamFound, type SeamMark } from './seams'
