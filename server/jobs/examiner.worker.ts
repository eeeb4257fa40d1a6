import { parentPort } from 'node:worker_threads'
import { examine } from './examine'
import { drawPanel } from './panel'
import type { Asked } from './runner'

/** The thread that draws records again: one question, one answer. */
parentPort!.on('message', (asked: Asked) => {
  try {
    const result = asked.kind === 'panel' ? drawPanel(asked) : examine(asked.record, asked.steps)
    parentPort!.postMessage({ result }, 'pixels' in result ? [result.pixels.buffer as ArrayBuffer] : [])
  } catch (error) {
    parentPort!.postMessage({ error: error instanceof Error ? error.message : String(error) })
  }
})
