import type { Entry, StandingAct } from '../drawing'
import { isDrawn } from './draft/drawn-acts'
import type { Plan } from './schema'

/** Acts as something that lies there before anyone draws. */
export const laidOut = (acts: readonly Pick<StandingAct, 'act'>[]): Entry[] =>
  acts.map(({ act }) => ({ type: 'prepare', at: 0, act }))

/**
 * What is on the sheet before anyone draws: all that the demonstration laid out at its beginning, up to the last that
 * is drawn. Nothing, where only layers are laid out: those are the first step's own.
 */
export function starterOf({ demonstration }: Pick<Plan, 'demonstration'>): Entry[] {
  const all = demonstration.entries.filter(each => each.type !== 'step')
  const end = all.findIndex(each => each.type !== 'prepare')
  const laid = end < 0 ? all : all.slice(0, end)
  return laid.slice(0, laid.findLastIndex(each => each.type === 'prepare' && isDrawn(each.act)) + 1)
}
