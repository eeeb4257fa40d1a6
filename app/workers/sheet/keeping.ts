import { contentHash, type Act, type Engine } from '#core/drawing'
import type { Kernels } from '#core/kernels'
import type { Finding } from '#core/lookfor'
import type { Plan, Step } from '#core/plan'
import { api } from '../../api/routes'
import { troubleOf } from '../../api/client'
import { tidyPictures } from '../pictures/kept'
import { holdDrawing, type Hold } from '../record/hold'
import { Keeper } from '../record/keeper'
import { RecordSession } from '../record/session'
import { surroundings } from '../record/surroundings'
import type { Notify, OpenMode, HandedIn, Sent } from './contract'
import { LivePictures, type PanelSeen } from './live-picture'

export interface Opening {
  readonly drawing: number
  /** Null: nobody can say who draws. */
  readonly person: number | null
  readonly mode: OpenMode
}

/** How a drawing's record is held, kept in this browser, sent to the server and handed in. */
export class Keeping {
  /** Of a learner's drawing: what the Round sees of it. */
  private pictures: LivePictures | null = null

  private constructor(
    private readonly session: RecordSession,
    private readonly keeper: Keeper | null,
    private readonly hold: Hold | null,
    private readonly notify: Notify,
  ) {}

  /**
   * Opens a drawing's record. Null: it is open in another tab. `onLost`: another page took it. Throws CoreError or
   * ApiRefusal when it can't be had.
   */
  static async open({ drawing, person, mode }: Opening, notify: Notify, onLost: () => void): Promise<Keeping | null> {
    const hold = mode === 'look' ? null : await holdDrawing(drawing, mode === 'take-over', onLost)
    if (mode !== 'look' && !hold) return null
    const keeper = await Keeper.open().catch((error: unknown) => {
      sayNotKept(notify, error)
      return null
    })
    try {
      const session = await RecordSession.open(surroundings(keeper), drawing, person, mode)
      return new Keeping(session, keeper, hold, notify)
    } catch (error) {
      hold?.release()
      throw error
    }
  }

  get opened(): RecordSession['opened'] {
    return this.session.opened
  }

  get plan(): Plan {
    return this.opened.log.plan
  }

  /** From now on what is drawn is kept and sent. `isBusy`: the hand is down, or something is in it. */
  start(kernels: Kernels, engine: Engine, isBusy: () => boolean): void {
    this.session.follow(engine.entries, {
      onState: (state, unsent, trouble) =>
        this.notify({
          kind: 'sending',
          state,
          unsent,
          message: trouble?.message ?? null,
          fix: trouble?.fix ?? null,
        }),
      onNotKept: error => sayNotKept(this.notify, error),
      onNumbered: number => this.notify({ kind: 'numbered', drawing: number }),
    })
    if (this.opened.log.person <= 0) return
    this.pictures = new LivePictures({
      kernels,
      now: () => ({ drawing: engine.drawing, position: engine.position, isDrawing: isBusy() }),
      // What has no number yet is shown once it has.
      send: async body => (this.session.drawing > 0 ? api.keepLivePicture(this.session.drawing, body) : undefined),
      sawSeams: seams => this.notify({ kind: 'seams', seams }),
    })
    if (engine.position > 0) this.pictures.note()
  }

  /** What is kept here of drawings that are long on the server is put away. */
  tidy(): void {
    void this.keeper?.tidy(Date.now()).catch(() => {})
    void tidyPictures(Date.now()).catch(() => {})
  }

  /** The record grew: it is kept in this browser and sent. */
  note(): void {
    this.session.note()
    this.pictures?.note()
  }

  noteUnderway(now: () => { at: number; act: Act }): void {
    this.session.noteUnderway(now)
  }

  dropUnderway(): void {
    this.session.dropUnderway()
  }

  /** What a look at a step found is shown in the Round. */
  noteFound(found: readonly Finding[], lookFors: Step['lookFors']): void {
    this.pictures?.noteFound(found, lookFors)
  }

  forgetFound(): void {
    this.pictures?.forgetFound()
  }

  /** The drawing is a mural's panel, with these neighbours. */
  setPanel(panel: PanelSeen): void {
    this.pictures?.setPanel(panel)
  }

  gatherFor(ms?: number): void {
    this.session.gatherFor(ms)
  }

  wake(): void {
    this.session.wake()
  }

  /** Hands in what stands now, once all of it is on the server. */
  async handIn({ position, drawing }: Engine, note: string): Promise<HandedIn> {
    const hash = contentHash(drawing)
    try {
      await this.session.flush()
      const { id, left } = await api.handIn(this.session.drawing, { position, hash, note })
      return { ok: true, id, left }
    } catch (error) {
      return { ok: false, ...troubleOf(error) }
    }
  }

  /** Keeps what could not be sent as a drawing of its own; answers its number. */
  async keepApart(): Promise<Sent> {
    try {
      return { ok: true, id: await this.session.keepApart() }
    } catch (error) {
      return { ok: false, ...troubleOf(error) }
    }
  }

  /** Another page has the drawing now: nothing more is sent from here. */
  lose(): void {
    this.pictures?.stop()
    void this.session.lose()
  }

  /** Lets go of the drawing. What was not sent yet stays kept here, and is sent from whatever page comes next. */
  async close(): Promise<void> {
    this.pictures?.stop()
    await this.session.close()
    this.hold?.release()
  }
}

function sayNotKept(notify: Notify, error: unknown): void {
  const isFull = error instanceof DOMException && error.name === 'QuotaExceededError'
  notify({
    kind: 'not-kept',
    message: isFull ? 'This device has no room left to keep your strokes.' : 'This browser does not keep your strokes.',
    fix: isFull
      ? 'Free some space, and stay connected so that they reach the server.'
      : 'Stay connected until it says “kept”. A private window keeps nothing.',
  })
}
