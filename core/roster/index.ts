export { cleanName, LONGEST_NAME, nameKey, whyNoName } from './names'
export { COLUMN_KINDS, layoutOf, PIN, usedColumns, type ColumnKind, type Columns, type Layout } from './columns'
export { MOST_LISTED, readRows, WHY_NO_PIN, type LeftOut, type Listed, type ListRead } from './rows'
export { CLEAR_SIGNS, drawCode, drawPin } from './secrets'
