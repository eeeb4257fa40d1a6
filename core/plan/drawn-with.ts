import { toolPictures } from '../brush'
import { facts, picturesIn, type PictureName } from '../drawing'
import type { Plan } from './schema'

/**
 * The pictures that a plan draws with, each once: its demonstration, the stamps that it lays out, what its steps make
 * ready. Whoever follows it needs them all.
 */
export function drawnWith({
  demonstration,
  steps = [],
}: Partial<Pick<Plan, 'demonstration' | 'steps'>>): PictureName[] {
  const all = [
    ...picturesIn(demonstration?.entries ?? []),
    ...laidStamps(steps),
    ...steps.flatMap(({ ready = [] }) => ready.flatMap(act => facts(act).pictures)),
  ]
  return [...new Map(all.map(each => [each.hash, each])).values()]
}

/** The stamps that steps lay out. */
export const laidStamps = (steps: Plan['steps']): PictureName[] =>
  steps.flatMap(({ tools }) => tools.flatMap(tool => (tool.kind === 'tool' ? toolPictures(tool.settings) : [])))
