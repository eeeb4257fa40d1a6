import { expose } from 'comlink'
import { loadKernels } from '#core/kernels'
import { lookAt, type Evidence, type Finding, type LookFor } from '#core/lookfor'

/** Measures drawings in a thread of its own, so that the pen never waits. */
export class Looker {
  private readonly kernels = loadKernels()

  look(evidence: Evidence, lookFors: readonly LookFor[]): Finding[] {
    return lookAt(this.kernels, evidence, lookFors)
  }
}

addEventListener('message', ({ data }: MessageEvent<{ port?: MessagePort }>) => {
  if (data.port) expose(new Looker(), data.port)
})
