export { cleanName, LONGEST_NAME, nameKey, whyNoName } from './names'
export { MOST_LISTED, PIN, readRows, WHY_NO_PIN, type LeftOut, type Listed, type ListRead } from './rows'
export { drawCode, drawPin } from './secrets'
