export { echoesOf } from './echoes'
export { directionsAt, Follower } from './follow'
export { linesOf, type GuideLine } from './lines'
export {
  guideSchema,
  guideTrouble,
  LEAST_SPACING,
  newGuide,
  type Guide,
  type GuideKind,
  type LaidGuideKind,
} from './schema'
export { guideAlong, waysOf, type WaysGuide } from './ways'
