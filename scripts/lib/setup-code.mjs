import { randomInt } from 'node:crypto'

/** Letters and digits that are not mistaken for each other. */
const CLEAR = 'ACDEFGHJKMNPQRTWXYZ234679'

/** The code that lets a place be set up, drawn by lot: 25¹² there are. */
export const drawSetupCode = () =>
  Array.from({ length: 3 }, () => Array.from({ length: 4 }, () => CLEAR[randomInt(CLEAR.length)]).join('')).join('-')
