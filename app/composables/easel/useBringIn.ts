import { until } from '@vueuse/core'
import { transfer } from 'comlink'
import { computed, ref, shallowRef } from 'vue'
import type { Answered } from '../../workers/pictures/answered'
import type { Seen } from '../../workers/pictures/door'
import { newLayerId } from '../../sheet/layer-ids'
import { isLayeredFile } from '../../sheet/layered-files'
import { isDrawnPicture, drawnPicture, drawnSize } from '../../sheet/drawn-pictures'
import { largestOf, type PictureSize } from '../../sheet/placed-pictures'
import { injectable } from '../common/injectable'
import { usePictureDoor } from '../common/usePictureDoor'
import { createBroughtFiles, titleOf, type AroundFiles } from './brought-files'
import type { Parts } from './in-hand/parts'
import { createFromPaper, type TakenPaper } from './useFromPaper'

/** Pictures that are brought in one after the other at most. */
export const MOST_AT_ONCE = 12
/** The stack tells of a new layer within so long, ms; where it does not, the next one lies where it can. */
const STACK_MS = 3000

/** What the lines of a drawn picture become. */
type LinesAs = 'strokes' | 'guides'

/** What a picture's size is asked for. */
export interface SizeAsked {
  readonly title: string
  readonly size: PictureSize
  readonly largest: PictureSize
  /** It is drawn at any size: SVG. */
  readonly isDrawn: boolean
  readonly answer: (size: PictureSize | LinesAs | null) => void
}

interface Around extends AroundFiles {
  readonly parts: Parts
  readonly isReadOnly: () => boolean
}

/** Pictures from outside become paint: read, sized, taken in hand one after the other. */
export function createBringIn(around: Around) {
  const { parts, stack, isReadOnly, clearModes, onTrouble } = around
  const whole = createBroughtFiles(around)
  const door = usePictureDoor()
  const fromPaper = createFromPaper(door)

  /** The card that asks what shall come in, and where. */
  const isOpen = ref(false)
  const offered = shallowRef<readonly File[]>([])
  const queue = shallowRef<readonly File[]>([])
  const total = ref(0)
  let comesFromPaper = false
  /** The name of the file that is being read; null: none is. */
  const reading = ref<string | null>(null)
  const asked = shallowRef<SizeAsked | null>(null)
  /** Of several the one in hand, from 1; null: it is one alone. */
  const nth = computed(() => (total.value > 1 ? { at: total.value - queue.value.length, of: total.value } : null))

  function offer(files: readonly File[]): void {
    if (isReadOnly() || files.length === 0) return
    if (files.length > MOST_AT_ONCE)
      onTrouble(`These are ${files.length} files.`, `The first ${MOST_AT_ONCE} are here; bring the others in later.`)
    offered.value = files.slice(0, MOST_AT_ONCE)
    isOpen.value = true
  }

  /**
   * Those that were offered come onto the sheet, one after the other.
   * @param isPaper photographed drawings: their sheets are straightened, their lines made clean
   */
  async function begin(isPaper = false): Promise<void> {
    comesFromPaper = isPaper
    const files = offered.value
    offered.value = []
    isOpen.value = false
    // What is left of an earlier lot does not come in between.
    stop()
    if (parts.picture.value) await parts.settle()
    queue.value = files
    total.value = files.length
    await next()
  }

  async function next(): Promise<void> {
    const [file, ...rest] = queue.value
    queue.value = rest
    if (!file) return
    reading.value = file.name
    try {
      if (!(await bring(file))) await next()
    } finally {
      reading.value = null
    }
  }

  /** What could not be done is said. */
  function valueOf<T>(answer: Answered<T>, file: File): T | null {
    if (answer.ok) return answer.value
    onTrouble(`“${file.name}”: ${answer.message}`, answer.fix)
    return null
  }

  /** Whether it is in hand now. */
  async function bring(file: File): Promise<boolean> {
    if (await isLayeredFile(file)) {
      const found = valueOf(await whole.readLayers(file), file)
      if (found) await whole.bringLayers(file, found)
      return false
    }
    const seen = await look(file)
    if (!seen) return false
    const { isDrawn, ...read } = seen
    if (read.wasAnimated) onTrouble(`“${file.name}” moves: its first picture comes in.`, 'A drawing shows one of them.')
    const taken =
      comesFromPaper && !isDrawn
        ? await fromPaper.ask(titleOf(file), said => valueOf(said, file))
        : await asPicture(file, read, isDrawn)
    if (!taken) return false
    const { pixels, ...name } = taken
    const kept = door()
      .keep()
      .then(answer => valueOf(answer, file) !== null)
    return hold(file, name, pixels, kept)
  }

  /** All of it, as large as it is or as is wanted. */
  async function asPicture(file: File, read: Seen, isDrawn: boolean): Promise<TakenPaper | null> {
    const largest = largestOf(read)
    const isTooLarge = largest.width < read.width || largest.height < read.height
    const size = isTooLarge || isDrawn ? await ask(file, read, largest, isDrawn) : read
    if (size === 'strokes' || size === 'guides') {
      await (size === 'strokes' ? whole.bringLines(file) : whole.bringGuides(file))
      return null
    }
    if (!size) {
      void door().drop()
      return null
    }
    if (isDrawn && !(await draw(file, size))) return null
    return valueOf(await door().take(size), file)
  }

  /** How large it is; of one that is drawn as large as one likes, how large it says it is. */
  async function look(file: File): Promise<(Seen & { isDrawn: boolean }) | null> {
    if (await isDrawnPicture(file)) {
      const size = await drawnSize(file).catch(() => null)
      if (size) return { ...size, wasAnimated: false, isDrawn: true }
      onTrouble(`“${file.name}”: This SVG can’t be drawn.`, 'Save it as a PNG elsewhere.')
      return null
    }
    const seen = valueOf(await door().read(file), file)
    return seen && { ...seen, isDrawn: false }
  }

  async function draw(file: File, size: PictureSize): Promise<boolean> {
    const bitmap = await drawnPicture(file, size).catch(() => null)
    if (bitmap) return valueOf(await door().read(transfer(bitmap, [bitmap])), file) !== null
    onTrouble(`“${file.name}”: This SVG can’t be drawn.`, 'Save it as a PNG elsewhere.')
    return false
  }

  function ask(
    file: File,
    size: PictureSize,
    largest: PictureSize,
    isDrawn: boolean,
  ): Promise<PictureSize | LinesAs | null> {
    return new Promise(resolve => {
      asked.value = {
        title: file.name,
        size,
        largest,
        isDrawn,
        answer(chosen) {
          asked.value = null
          resolve(chosen)
        },
      }
    })
  }

  /** The layer that came in last: the next one lies on it. */
  let last: string | null = null
  async function onLast(): Promise<void> {
    await parts.settled()
    if (last) await until(stack.live).toBe(last, { timeout: STACK_MS })
    last = null
  }

  async function hold(
    file: File,
    name: Parameters<Parts['bring']>[0]['name'],
    pixels: Uint8Array,
    kept: Promise<boolean>,
  ): Promise<boolean> {
    await onLast()
    if (!stack.hasRoom()) return false
    const title = titleOf(file)
    const layer = newLayerId()
    clearModes()
    return parts.bring(
      {
        name,
        title,
        onto: { layer, own: { name: title, ...stack.onLive() } },
        kept,
        onSettled(onto) {
          last = onto.layer
          stack.choose(onto.layer)
          void next()
        },
        onDiscarded: () => void next(),
      },
      pixels,
    )
  }

  /** None of those that are left comes in. */
  function stop(): void {
    queue.value = []
    total.value = 0
  }

  return {
    isOpen,
    offered,
    reading,
    share: whole.share,
    asked,
    nth,
    fromPaper,
    bringGuides: whole.bringGuides,
    offer,
    begin,
    stop,
  }
}
export type BringIn = ReturnType<typeof createBringIn>

export const { provide: provideBringIn, use: useBringIn } = injectable<BringIn>('door for pictures')
