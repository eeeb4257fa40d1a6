import { expose } from 'comlink'
import { troubleOf } from '../api/client'
import { holdToSend } from './record/hold'
import { Keeper } from './record/keeper'
import { sendAll } from './record/outbox'
import { surroundings } from './record/surroundings'

/** What of a person's has not reached the server, as the page shows it. */
export interface WaitingDrawing {
  readonly drawing: number
  readonly title: string
  readonly acts: number
  readonly trouble: { readonly message: string; readonly fix: string } | null
}

export class Outbox {
  private keeper: Promise<Keeper> | null = null

  /** Sends all that is kept of a person's and is open in no tab; answers what still waits. */
  async send(person: number): Promise<{ waiting: WaitingDrawing[]; keptApart: number }> {
    this.keeper ??= Keeper.open()
    const { waiting, keptApart } = await sendAll(surroundings(await this.keeper), person, holdToSend)
    return {
      waiting: waiting.map(each => ({ ...each, trouble: each.trouble ? troubleOf(each.trouble) : null })),
      keptApart,
    }
  }
}

expose(new Outbox())
