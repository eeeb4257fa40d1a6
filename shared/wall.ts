import { z } from 'zod'
import { listOf } from '#core/base'

/**
 * A class's Wall: what hangs there, with its learner's leave, and the words below it. What passes between app and
 * server.
 */

/**
 * `asked`: the teacher asks for leave · `offered`: the learner would like it · `refused`: the learner said no · `down`:
 * taken down.
 */
export type WorkState = 'asked' | 'offered' | 'up' | 'refused' | 'down'
export type WordsState = 'waiting' | 'up' | 'refused'

const title = z.string().trim().max(120)
export const askForWorksSchema = z.strictObject({ handIns: listOf(z.int().min(1), { least: 1, most: 200 }) })
export const offerWorkSchema = z.strictObject({ title, isNamed: z.boolean() })
export const changeWorkSchema = z.strictObject({
  title: title.optional(),
  isNamed: z.boolean().optional(),
  state: z.enum(['up', 'refused', 'down']).optional(),
})
export type ChangeWork = z.infer<typeof changeWorkSchema>
export const orderWorksSchema = z.strictObject({ works: listOf(z.int().min(1), { most: 1000 }) })
export const sayWordsSchema = z.strictObject({ words: z.string().trim().min(1, 'Write a few words.').max(400) })
export const judgeWordsSchema = z.strictObject({ isLetThrough: z.boolean() })

export interface WallWordsView {
  id: number
  by: string
  words: string
  state: WordsState
  saidAt: string
  isMine: boolean
}

export interface WallWorkView {
  id: number
  title: string
  plan: string
  /** Null: it hangs without a name. The teacher and its learner always see whose it is. */
  learner: string | null
  isNamed: boolean
  isMine: boolean
  state: WorkState
  /** For its learner and the teacher only. */
  handIn: number | null
  hungAt: string | null
  /** For the teacher all, for the others those that were let through, and their own. */
  words: WallWordsView[]
}

export interface WallView {
  id: number
  className: string
  /** In their order: those that hang, and what this person has to say yes or no to. */
  works: WallWorkView[]
}
