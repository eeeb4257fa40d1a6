import { ref } from 'vue'
import type { Point } from '#core/base'
import { samplesAlong } from '#core/brush'
import type { Act, BringStackAct, FreshStrokeAct } from '#core/drawing'
import { bringStackOf, movedBy } from '#core/layered'
import { linesOnSheet, type DrawnLines } from '../../sheet/drawn-lines'
import { newLayerId } from '../../sheet/layer-ids'
import { readLayeredFile, type LayeredFileRead } from '../../sheet/layered-files'
import type { PictureSize } from '../../sheet/placed-pictures'
import { freshSeed } from '../../sheet/seeds'
import type { Answered } from '../../workers/pictures/answered'
import type { StackInHand } from './useStack'

const NAME_LENGTH = 60

export interface AroundFiles {
  readonly stack: StackInHand
  readonly sheet: () => PictureSize
  readonly act: (act: Act) => Promise<void>
  readonly bringStack: (act: BringStackAct) => Promise<boolean>
  /** What the tool in hand draws with; null: it is none that draws lines. */
  readonly strokeStyle: () => Pick<FreshStrokeAct, 'tool' | 'colour'> | null
  /** Lays a guide along these. Whether there was one in them. */
  readonly guideAlong: (lines: readonly (readonly Point[])[]) => boolean
  /** Modes are one at a time: what the hand does is put away. */
  readonly clearModes: () => void
  readonly onTrouble: (message: string, fix: string) => void
}

/** Files that come in as they are, never in hand: all layers of one, and the lines of one as strokes or guides. */
export function createBroughtFiles({
  stack,
  sheet,
  act,
  bringStack,
  strokeStyle,
  guideAlong,
  clearModes,
  onTrouble,
}: AroundFiles) {
  /** How far a file is read, 0 … 1; null: nobody knows. */
  const share = ref<number | null>(null)

  async function readLayers(file: File): Promise<Answered<LayeredFileRead>> {
    share.value = 0
    return readLayeredFile(file, now => (share.value = now)).finally(() => (share.value = null))
  }

  /** All layers of a file come on top, in a group of their own. Never in hand: they lie where they lay. */
  async function bringLayers(file: File, { read, pictures }: LayeredFileRead): Promise<void> {
    const on = sheet()
    const onto = { group: titleOf(file), freshId: newLayerId }
    clearModes()
    await bringStack(
      movedBy(
        bringStackOf(read, pictures, onto),
        (on.width - read.sheet.width) >> 1,
        (on.height - read.sheet.height) >> 1,
      ),
    )
    const isLarger = read.sheet.width > on.width || read.sheet.height > on.height
    const cut = isLarger ? ['It is larger than this sheet: what lies beyond is cut off.'] : []
    const notes = [...read.notes, ...cut]
    if (notes.length > 0) onTrouble(`“${file.name}” is here, not all of it as it was.`, notes.join(' '))
  }

  /** Null: there are none; that is said. */
  async function linesIn(file: File): Promise<DrawnLines['lines'] | null> {
    const found = await linesOnSheet(file, sheet()).catch(() => null)
    if (!found) onTrouble(`“${file.name}”: There are no lines in it.`, 'Bring it in as a picture instead.')
    else if (found.isCut) onTrouble(`“${file.name}” has more lines than come in.`, 'The first ones are here.')
    return found && found.lines
  }

  /** The lines of an SVG, drawn with the tool in hand on a layer of their own; taken back as one. */
  async function bringLines(file: File): Promise<void> {
    const style = strokeStyle()
    if (!style)
      return onTrouble('There is no brush in your hand.', 'Take a pencil, pen or brush, then bring it in again.')
    if (!stack.hasRoom()) return
    const lines = await linesIn(file)
    if (!lines) return
    const layer = newLayerId()
    clearModes()
    await act({ kind: 'layer-add', layer, name: titleOf(file), ...stack.onLive() })
    for (const line of lines) {
      const samples = samplesAlong(line)
      await act({ kind: 'stroke', version: 2, layer, ...style, seed: freshSeed(), joined: true, samples })
    }
    stack.choose(layer)
  }

  /** The lines of an SVG as a guide over the sheet, along which strokes run. */
  async function bringGuides(file: File): Promise<void> {
    const lines = await linesIn(file)
    if (lines && !guideAlong(lines))
      onTrouble(`“${file.name}”: Its lines are too short.`, 'Lines of a px and more can be guides.')
  }

  return { share, readLayers, bringLayers, bringLines, bringGuides }
}

/** What a layer is called that a file comes onto. */
export function titleOf(file: File): string {
  const name = file.name.replace(/\.[^.]*$/, '').trim()
  return (name || 'Picture').slice(0, NAME_LENGTH).trim()
}
