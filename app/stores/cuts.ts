import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { z } from 'zod'
import { pictureNameSchema } from '#core/drawing'

/** A stamp, a pattern or a paper of one's own: a mask, and what it is called. */
export const cutSchema = z.strictObject({
  kind: z.enum(['stamp', 'pattern', 'paper']),
  name: z.string().min(1).max(30),
  picture: pictureNameSchema,
  /** Its px as a PNG. */
  base64: z.base64().max(400_000),
})
export type Cut = z.infer<typeof cutSchema>

/** Of each kind at most, the newest first. */
export const MOST_CUTS = 16

/** What the store holds wrongly is left out. */
export function readCuts(text: string): Cut[] {
  try {
    const parsed: unknown = JSON.parse(text)
    if (!Array.isArray(parsed)) return []
    return parsed.flatMap(each => {
      const cut = cutSchema.safeParse(each)
      return cut.success ? [cut.data] : []
    })
  } catch {
    return []
  }
}

/** Stamps and patterns that somebody cut, on this device. */
export const useCutsStore = defineStore('cuts', () => {
  const all = useLocalStorage<Cut[]>('little-easel-cuts', [], {
    shallow: true,
    serializer: { read: readCuts, write: value => JSON.stringify(value) },
  })
  function keep(cut: Cut): void {
    const others = all.value.filter(each => each.kind !== cut.kind || each.picture.hash !== cut.picture.hash)
    const full = [cut, ...others]
    all.value = full.filter(
      (each, i) => full.slice(0, i).filter(before => before.kind === each.kind).length < MOST_CUTS,
    )
  }
  function forget(cut: Cut): void {
    all.value = all.value.filter(each => each !== cut)
  }
  return { all, keep, forget }
})
