export { cleanName, LONGEST_NAME, nameKey, whyNoName } from './names'
export { MOST_LISTED, readRows, type LeftOut, type Listed, type ListRead } from './rows'
export { drawCode, drawPin } from './secrets'
