import { useEventListener } from '@vueuse/core'
import { proxy } from 'comlink'
import { computed, onScopeDispose, shallowReactive, shallowRef } from 'vue'
import { CoreError } from '#core/base'
import type { PictureName } from '#core/drawing'
import type { Pixels } from '#core/kernels'
import { wholeCorners, type Corners } from '#core/paper'
import type { Plan } from '#core/plan'
import type { PaperHandIn } from '#shared/schemas'
import { troubleOf } from '../../api/client'
import { api } from '../../api/routes'
import type { Answered } from '../../workers/pictures/answered'
import { pictureShelf } from '../../workers/pictures/kept'
import type { ShownPage } from '../../workers/pictures/paper'
import { afterPictures } from '../../workers/pictures/send'
import { usePictureDoor } from '../common/usePictureDoor'

/** A photographed page, from its file to the hand-in. */
export interface PageOnPaper {
  readonly id: number
  readonly file: File
  /** Names its hand-in: asked for again, it is the same one. */
  readonly key: string
  /** `unread`: it can't be; `failed`: it could not be handed in, and can be again. */
  state: 'waiting' | 'reading' | 'ready' | 'sending' | 'sent' | 'unread' | 'failed'
  trouble: { readonly message: string; readonly fix: string } | null
  corners: Corners | null
  /** Of the photograph, px. */
  size: { readonly width: number; readonly height: number } | null
  /** Nobody need look at its corners: they were seen. */
  isFound: boolean
  isPrinted: boolean
  /** What its code says; null: it has none that can be read. */
  code: string | null
  preview: Pixels | null
  page: PaperHandIn['page'] | null
  /** How far it is made, 0 … 1. */
  share: number
  learner: number | null
  handIn: number | null
}

interface Around {
  /** The sheet of the plan: how large a page is at most, and what form a printed one has. */
  readonly sheet: () => Plan['sheet']
  readonly handIn: (page: PageOnPaper, picture: PictureName) => Promise<{ id: number }>
  /** A page was read. */
  readonly onRead?: (page: PageOnPaper) => void
}

/** Photographs of pages: each is read, straightened and shown by itself; then handed in. */
export function usePages({ sheet, handIn, onRead }: Around) {
  const pages = shallowRef<readonly PageOnPaper[]>([])
  const door = usePictureDoor()
  let isGone = false
  onScopeDispose(() => {
    isGone = true
  })

  /** One after the other: one photograph is open at a time. */
  let lane: Promise<unknown> = Promise.resolve()
  function inLane<T>(run: () => Promise<T>): Promise<T> {
    const done = lane.then(run, run)
    lane = done.catch(() => {})
    return done
  }

  let count = 0
  function add(files: readonly File[]): void {
    const fresh = files.map(file =>
      shallowReactive<PageOnPaper>({
        id: ++count,
        file,
        key: crypto.randomUUID(),
        state: 'waiting',
        trouble: null,
        corners: null,
        size: null,
        isFound: false,
        isPrinted: false,
        code: null,
        preview: null,
        page: null,
        share: 0,
        learner: null,
        handIn: null,
      }),
    )
    pages.value = [...pages.value, ...fresh]
    for (const page of fresh) void inLane(() => read(page))
  }
  const isHere = (page: PageOnPaper) => !isGone && pages.value.includes(page)

  /** Throws what could not be done, in words. */
  function right<T>(answer: Answered<T>): T {
    if (answer.ok) return answer.value
    throw new CoreError('picture-file', answer.message, answer.fix)
  }

  async function read(page: PageOnPaper): Promise<void> {
    if (!isHere(page)) return
    page.state = 'reading'
    try {
      const shown = await open(page)
      page.size = shown.size
      page.code = shown.code
      page.isFound = shown.isFound
      page.isPrinted = shown.isPrinted
      await straighten(page, shown.corners)
      page.state = 'ready'
      onRead?.(page)
    } catch (error) {
      page.state = 'unread'
      page.trouble = troubleOf(error)
    }
  }

  async function open(page: PageOnPaper): Promise<ShownPage> {
    right(await door().read(page.file))
    const { width, height } = sheet()
    return right(await door().layOutPage({ width, height }))
  }
  async function straighten(page: PageOnPaper, wanted: Corners): Promise<void> {
    let corners = wanted
    let straight = right(await door().straighten(corners))
    // Corners that make no sheet: all of the photograph.
    if (!straight) straight = right(await door().straighten((corners = wholeCorners(page.size!))))
    page.corners = corners
    page.page = { lines: straight!.strengths.dark, marks: straight!.faintest }
    page.preview = right(await door().lookPage(straight!.faintest))
  }

  /** The photograph, to be looked at and its corners pulled. */
  const look = (page: PageOnPaper): Promise<ShownPage> => inLane(() => open(page))

  function setCorners(page: PageOnPaper, corners: Corners): Promise<void> {
    return inLane(async () => {
      page.state = 'reading'
      try {
        right(await door().read(page.file))
        right(await door().layOutKnown())
        await straighten(page, corners)
        page.isFound = true
        page.trouble = null
      } catch (error) {
        page.trouble = troubleOf(error)
      } finally {
        page.state = 'ready'
      }
    })
  }
  /** A quarter, clockwise. */
  const turn = (page: PageOnPaper): Promise<void> => {
    const [a, b, c, d] = page.corners!
    return setCorners(page, [d, a, b, c])
  }
  function remove(page: PageOnPaper): void {
    pages.value = pages.value.filter(each => each !== page)
  }

  function send(page: PageOnPaper): Promise<void> {
    return inLane(async () => {
      if (!isHere(page) || page.state === 'sent') return
      page.state = 'sending'
      page.trouble = null
      page.share = 0
      try {
        right(await door().read(page.file))
        right(await door().layOutKnown())
        right(await door().straighten(page.corners!))
        const { width, height } = sheet()
        const onShare = proxy((share: number) => (page.share = share))
        const name = right(await door().keepPage(page.page!.marks, { width, height }, onShare))
        if (!name) {
          page.state = 'ready'
          return
        }
        page.handIn = (await afterPictures([name], pictureShelf, api.paintPart, () => handIn(page, name))).id
        page.state = 'sent'
      } catch (error) {
        page.state = 'failed'
        page.trouble = troubleOf(error)
      }
    })
  }

  /** Pages that would be lost if this were closed. */
  const isOpen = computed(() => pages.value.some(each => each.state !== 'sent' && each.state !== 'unread'))
  useEventListener(window, 'beforeunload', event => isOpen.value && event.preventDefault())

  return { pages, isOpen, add, look, setCorners, turn, remove, send }
}
export type Pages = ReturnType<typeof usePages>
