/** Which answers of the server a device keeps for when there is no network: what a learner needs to go on drawing. */

/** Asked of the server first; what was kept answers where it does not. */
const KEPT = [
  /^\/api\/folio$/,
  /^\/api\/warm-ups$/,
  /^\/api\/progress$/,
  /^\/api\/signature$/,
  /^\/api\/place\/door$/,
  /^\/api\/desk$/,
  /^\/api\/plans$/,
  /^\/api\/plans\/\d+\/picture$/,
  /^\/api\/drawings\/\d+\/opened$/,
  /^\/api\/hand-ins\/\d+(\/picture)?$/,
]
/** Never another once it is there: its address names what it says. */
const FIXED = /^\/api\/plans\/\d+\/given$/

export const isKept = (path: string): boolean => KEPT.some(each => each.test(path))
export const isFixed = ({ pathname, searchParams }: URL): boolean => FIXED.test(pathname) && searchParams.has('version')

/** Where they lie. All of it is of the person who is signed in, and goes when another one is, or nobody. */
export const KEPT_CACHE = 'little-easel-kept'
/** What was kept says when it was answered, ISO 8601. */
export const KEPT_AT = 'x-little-easel-kept'
/** A page asks the newer one that waits to begin. */
export const BEGIN = 'begin'
