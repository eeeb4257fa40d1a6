import { CoreError } from '../base'
import type { Well } from '../colour'

/** What a palette file gives. */
export interface ReadPalette {
  readonly wells: readonly Well[]
  /** What was not taken as it is, and why, a sentence each. */
  readonly notes: readonly string[]
}

/** Wells that are read of one file at most, and characters of it. */
export const MOST_READ_WELLS = 500
export const MOST_PALETTE_CHARACTERS = 2_000_000

/** Throws CoreError `palette-file`: what is wrong with it and where. */
export function badPalette(what: string, fix = 'Choose a file of colours: design tokens (JSON), CSS or CSV.'): never {
  throw new CoreError('palette-file', what, fix)
}
