import { expose } from 'comlink'
import { proposeLookFors, type StepDone } from '#core/plan'

/** Proposes look-fors for a step that is drawn, while the next ones are drawn again elsewhere. */
export class Proposer {
  propose(done: StepDone): ReturnType<typeof proposeLookFors> {
    return proposeLookFors(done)
  }
}

expose(new Proposer())
