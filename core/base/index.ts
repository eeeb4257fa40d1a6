export { assert, assertNever, AssertionFailure } from './assert'
export { CoreError, type CoreErrorCode } from './errors'
export { seededRandom, type Random } from './random'
export { EMPTY_RECT, growRect, intersectRect, isEmptyRect, unionRect, type Rect } from './rect'
