import { SAMPLE_FIELDS } from '../brush'
import type { Entry } from './record'

/** When an entry is shown while a record is played. ms from the start of the playing. */
export interface Beat {
  readonly start: number
  /** When it is wholly done; a stroke takes the time it took. */
  readonly end: number
}

/** Longer pauses between two acts are cut to this, ms: nobody wants to watch someone think. */
const LONGEST_PAUSE = 500
/** Shortest time that an act stays before the next: undo and pours must be seen. */
const LEAST_ACT = 120

/** Places every entry of a record in playing time. What a step lays out takes no time. */
export function timelineOf(entries: readonly Entry[]): Beat[] {
  let clock = 0
  let lastAt = entries[0]?.at ?? 0
  return entries.map(entry => {
    const drawn = durationOf(entry)
    const pause = Math.min(Math.max(entry.at - drawn - lastAt, 0), LONGEST_PAUSE)
    lastAt = entry.at
    if (entry.type === 'step' || entry.type === 'prepare' || entry.type === 'meant') return { start: clock, end: clock }
    const start = clock + pause
    clock = start + Math.max(drawn, LEAST_ACT)
    return { start, end: clock }
  })
}

/** How long the hand was down, ms. The entry's time is that of its end. */
export function durationOf(entry: Entry): number {
  if (entry.type !== 'act' || entry.act.kind !== 'stroke') return 0
  const { samples } = entry.act
  let sum = 0
  for (let i = SAMPLE_FIELDS - 1; i < samples.length; i += SAMPLE_FIELDS) sum += samples[i]!
  return sum
}

/** The next act that is shown from a time on; null after the last. */
export function beatAfter(beats: readonly Beat[], time: number): Beat | null {
  return beats.find(beat => beat.end > beat.start && beat.start >= time - 1) ?? null
}

/** The act that was shown last at a time, or is being shown; the first before all. Null when there is none. */
export function beatBefore(beats: readonly Beat[], time: number): Beat | null {
  return beats.findLast(beat => beat.end > beat.start && beat.start < time) ?? beatAfter(beats, 0)
}
