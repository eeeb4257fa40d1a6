import { expose } from 'comlink'
import { loadKernels } from '#core/kernels'
import { proposeLookFors, type StepDone } from '#core/plan'

/** Proposes look-fors for a step that is drawn, while the next ones are drawn again elsewhere. */
export class Proposer {
  private readonly kernels = loadKernels()

  propose(done: StepDone): ReturnType<typeof proposeLookFors> {
    return proposeLookFors(this.kernels, done)
  }
}

expose(new Proposer())
