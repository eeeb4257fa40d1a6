import type { GuideKind, LaidGuideKind } from '#core/guides'

/** What each guide that can be laid over any sheet is called, and what it is for. */
export const LAID_GUIDES: readonly (readonly [LaidGuideKind, string, string])[] = [
  ['grid', 'Squares', 'for proportion'],
  ['thirds', 'Thirds', 'for placing'],
  ['isometric', 'Isometric', 'for boxes without vanishing'],
  ['perspective', 'Perspective', 'one to three points'],
  ['mirror', 'Mirror line', 'both sides at once'],
  ['spokes', 'Spokes', 'round designs'],
]
/** The guide along lines of one's own. */
export const WAYS_NAME = 'Lines'

export const guideName = (kind: GuideKind): string => LAID_GUIDES.find(each => each[0] === kind)?.[1] ?? WAYS_NAME
