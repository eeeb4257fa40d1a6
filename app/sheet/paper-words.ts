import type { PaperKeeps } from '#core/paper'

/** What of a photographed page becomes paint, in words. */
export const PAPER_WORDS: readonly { readonly keeps: PaperKeeps; readonly name: string; readonly means: string }[] = [
  { keeps: 'dark', name: 'Dark lines', means: 'solid ink on clear; colours go' },
  { keeps: 'marks', name: 'Every mark in one ink', means: 'coloured ones as well, solid on clear' },
  { keeps: 'colours', name: 'Every mark as it is', means: 'in its own colour, on clear' },
  { keeps: 'page', name: 'The page', means: 'paper and all, its light evened' },
  { keeps: 'photograph', name: 'The photograph', means: 'straight, and nothing else done' },
]
