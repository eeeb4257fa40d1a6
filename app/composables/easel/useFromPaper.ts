import { useLocalStorage } from '@vueuse/core'
import { proxy, type Remote } from 'comlink'
import { computed, ref, shallowRef } from 'vue'
import type { Point } from '#core/base'
import type { PictureName } from '#core/drawing'
import type { Pixels } from '#core/kernels'
import { PLAIN_PAPER, wholeCorners, type Corners, type PaperKeeps, type PaperSettings } from '#core/paper'
import { latestOnly } from '../../sheet/latest-only'
import type { PictureSize } from '../../sheet/placed-pictures'
import type { Answered } from '../../workers/pictures/answered'
import type { Door } from '../../workers/pictures/door'
import type { ShownPhotograph, StraightPage } from '../../workers/pictures/paper'

/** What a photographed drawing becomes: px, and what they are called. */
export type TakenPaper = PictureName & { readonly pixels: Uint8Array }

/** The photograph on the table. */
export interface OnTable extends ShownPhotograph {
  readonly title: string
}

/** A corner may lie so far beyond the photograph, of its longer side: it was cut off. */
const BEYOND = 0.05

/** A photographed drawing on its way to a layer: its corners, then what of it becomes paint. All is seen before. */
export function createFromPaper(door: () => Remote<Door>) {
  const table = shallowRef<OnTable | null>(null)
  const isOpen = computed({
    get: () => table.value !== null,
    set: open => {
      if (!open) leave()
    },
  })
  const corners = shallowRef<Corners | null>(null)
  /** The corners make no sheet. */
  const isCrossed = ref(false)
  const page = shallowRef<StraightPage | null>(null)
  const isBusy = ref(false)
  /** What was chosen last is chosen again. */
  const keeps = useLocalStorage<PaperKeeps>('little-easel-paper-keeps', 'dark')
  const how = shallowRef<PaperSettings>(PLAIN_PAPER)
  /** The strength was chosen by hand: what the page suggests is not asked any more. */
  let isStrengthOwn = false
  const seen = shallowRef<Pixels | null>(null)
  /** Where it is looked at px for px, 0 … 1 from the top left corner; null: all of it is seen. */
  const closeAt = shallowRef<Point | null>(null)
  let room: PictureSize = { width: 600, height: 400 }
  /** How far it is, 0 … 1, while it is made; null: it is not. */
  const share = ref<number | null>(null)

  let answer: (taken: TakenPaper | null) => void = () => {}
  /** What the door says that went wrong, is said there. */
  let tell: <T>(said: Answered<T>) => T | null = () => null

  /** Of a file that the door has read. Null: it is left out. */
  async function ask(title: string, onTrouble: typeof tell): Promise<TakenPaper | null> {
    tell = onTrouble
    const shown = tell(await door().layOut())
    if (!shown) return null
    seen.value = null
    page.value = null
    closeAt.value = null
    isCrossed.value = false
    isStrengthOwn = false
    corners.value = shown.corners
    how.value = { ...PLAIN_PAPER, keeps: keeps.value }
    table.value = { ...shown, title }
    return new Promise(resolve => (answer = resolve))
  }

  function settle(taken: TakenPaper | null): void {
    table.value = null
    seen.value = null
    share.value = null
    answer(taken)
  }

  function setCorner(key: string, { x, y }: Point): void {
    const { size } = table.value!
    const beyond = BEYOND * Math.max(size.width, size.height)
    const to = {
      x: Math.min(size.width + beyond, Math.max(-beyond, x)),
      y: Math.min(size.height + beyond, Math.max(-beyond, y)),
    }
    corners.value = corners.value!.map((corner, i) => (key === `corner ${i}` ? to : corner)) as unknown as Corners
    isCrossed.value = false
  }
  function setFound(): void {
    corners.value = table.value!.corners
    isCrossed.value = false
  }
  /** All of the photograph. */
  function setWhole(): void {
    corners.value = wholeCorners(table.value!.size)
    isCrossed.value = false
  }

  async function straighten(): Promise<void> {
    isBusy.value = true
    try {
      const said = await door().straighten(corners.value!)
      if (!table.value) return
      if (!said.ok) return void tell(said)
      const straight = said.value
      isCrossed.value = straight === null
      page.value = straight
      if (!straight) return
      closeAt.value = null
      suggest()
      await look()
    } finally {
      isBusy.value = false
    }
  }
  function suggest(): void {
    const { keeps: kept } = how.value
    if (isStrengthOwn || !page.value || kept === 'page' || kept === 'photograph') return
    how.value = { ...how.value, strength: page.value.strengths[kept] }
  }
  function back(): void {
    page.value = null
    seen.value = null
  }

  const look = latestOnly(async () => {
    if (!page.value) return
    const at = closeAt.value
    const next = tell(await door().look(how.value, at && { at, size: room }))
    if (page.value && next) seen.value = next
  })
  function set(change: Partial<PaperSettings>): void {
    if (change.strength !== undefined) isStrengthOwn = true
    how.value = { ...how.value, ...change }
    if (change.keeps) {
      keeps.value = change.keeps
      suggest()
    }
    void look()
  }
  function lookClose(at: Point | null, size: PictureSize = room): void {
    room = size
    closeAt.value = at
    void look()
  }

  async function finish(): Promise<void> {
    share.value = 0
    const said = await door().takePaper(
      how.value,
      proxy((now: number) => {
        if (share.value !== null) share.value = now
      }),
    )
    share.value = null
    if (said.ok && said.value === null) return
    settle(tell(said))
  }
  function stop(): void {
    void door().stopPaper()
  }
  function leave(): void {
    if (share.value !== null) stop()
    void door().drop()
    settle(null)
  }

  return {
    table,
    isOpen,
    corners,
    isCrossed,
    page,
    isBusy,
    how,
    seen,
    closeAt,
    share,
    ask,
    setCorner,
    setFound,
    setWhole,
    straighten,
    back,
    set,
    lookClose,
    finish,
    stop,
    leave,
  }
}
export type FromPaper = ReturnType<typeof createFromPaper>
