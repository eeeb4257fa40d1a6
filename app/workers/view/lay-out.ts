import { Engine, type DrawingRecord } from '#core/drawing'
import type { Kernels } from '#core/kernels'
import { bringPictures } from '../pictures/bring'

/** Acts drawn between two words of progress. */
const CHUNK = 48

/**
 * Draws a record anew, a piece at a time, so that the worker still hears what it is told. Throws CoreError when an act
 * can't be done.
 */
export async function layOutRecord(
  kernels: Kernels,
  record: DrawingRecord,
  onProgress: (done: number, of: number) => void,
): Promise<Engine> {
  await bringPictures(kernels, record.entries)
  const engine = new Engine(kernels, record.sheet)
  for (const entry of record.entries) engine.add(entry, false)
  for (let i = CHUNK; i < engine.position; i += CHUNK) {
    void engine.at(i)
    onProgress(i, engine.position)
    await new Promise(resolve => setTimeout(resolve))
  }
  void engine.drawing
  return engine
}
