import type { BringStackAct } from '#core/drawing'

/** A layered file that was read, for the new sheet that it lies on once that is open. */
const pending = new Map<number, BringStackAct>()

export const setPending = (drawing: number, act: BringStackAct): void => void pending.set(drawing, act)

export function takePending(drawing: number): BringStackAct | null {
  const act = pending.get(drawing) ?? null
  pending.delete(drawing)
  return act
}
