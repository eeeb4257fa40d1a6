import type { Family } from '#core/drill'

/** What the families of warm-ups are called. */
export const FAMILY_WORDS: Record<Family, string> = { lines: 'Lines', rounds: 'Round lines', pressure: 'The weight of the hand', closing: 'Closing', measuring: 'Measuring by eye', colour: 'Colours and values', tone: 'Tone' }
