import { parentPort } from 'node:worker_threads'
import type { DrawingRecord } from '#core/drawing'
import type { Plan } from '#core/plan'
import { examine } from './examine'

/** The thread that draws records again: one question, one answer. */
parentPort!.on('message', ({ record, steps }: { record: DrawingRecord, steps: Plan['steps'] }) => {
  try {
    const result = examine(record, steps)
    parentPort!.postMessage({ result }, [result.pixels.buffer as ArrayBuffer])
  } catch (error) {
    parentPort!.postMessage({ error: error instanceof Error ? error.message : String(error) })
  }
})
