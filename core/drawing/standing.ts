import type { Act } from './acts'
import type { Entry } from './record'

/** An act that was not undone, with the step that was open when it was done. */
export interface StandingAct {
  readonly act: Act
  /** Null before the first step was opened. */
  readonly step: string | null
  readonly at: number
  readonly prepared: boolean
  /** The program did it for somebody who asked for it, as closing a gap. */
  readonly aided?: boolean
}

/** Look-fors whose finding is meant to be as it is, by the step in which that was said. */
export function meantIn(entries: readonly Entry[]): { readonly step: string; readonly lookFor: string }[] {
  const meant = new Map<string, { step: string; lookFor: string }>()
  for (const entry of entries) {
    if (entry.type !== 'meant') continue
    const { step, lookFor, isMeant } = entry
    if (isMeant) meant.set(`${step} ${lookFor}`, { step, lookFor })
    else meant.delete(`${step} ${lookFor}`)
  }
  return [...meant.values()]
}

/** The acts that stand at the end of the entries, oldest first: the rules of undo are those of History. */
export function standingActs(entries: readonly Entry[]): StandingAct[] {
  const done: StandingAct[] = []
  const undone: StandingAct[] = []
  let step: string | null = null
  for (const entry of entries) {
    switch (entry.type) {
      case 'step':
        step = entry.step
        break
      case 'prepare':
        done.push({ act: entry.act, step, at: entry.at, prepared: true })
        break
      case 'act':
        done.push({ act: entry.act, step, at: entry.at, prepared: false, ...(entry.aided && { aided: true }) })
        undone.length = 0
        break
      case 'undo': {
        const last = done.findLastIndex(each => !each.prepared)
        if (last >= 0) undone.push(...done.splice(last, 1))
        break
      }
      case 'redo': {
        const back = undone.pop()
        if (back) done.push(back)
        break
      }
    }
  }
  return done
}
