import { once } from 'node:events'
import { fileURLToPath } from 'node:url'
import { isMainThread, parentPort, Worker } from 'node:worker_threads'
import type { LookFor } from '#core/lookfor'
import { loadKernels } from '#core/kernels'
import { proposeLookFors, type StepDone } from '#core/plan'

/** Proposing in a thread of its own, as the app has it: this same script, run as a thread. */
export function serveProposals(): boolean {
  if (isMainThread) return false
  const kernels = loadKernels()
  parentPort!.on('message', (done: StepDone) => parentPort!.postMessage(proposeLookFors(kernels, done)))
  parentPort!.postMessage('ready')
  return true
}

export function startProposer(): {
  isReady: Promise<unknown>
  propose(done: StepDone): Promise<LookFor[]>
  stop(): Promise<unknown>
} {
  const worker = new Worker(fileURLToPath(import.meta.url))
  const waiting: ((lookFors: LookFor[]) => void)[] = []
  const isReady = once(worker, 'message').then(() => {
    worker.on('message', (lookFors: LookFor[]) => waiting.shift()!(lookFors))
  })
  return {
    isReady,
    propose(done) {
      worker.postMessage(done)
      return new Promise(resolve => waiting.push(resolve))
    },
    stop: () => worker.terminate(),
  }
}
