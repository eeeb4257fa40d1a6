import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { colourName, difference00, paletteOf, type Rgb8 } from '#core/colour'
import { panelsOf } from '#core/mural'
import { base64Of, ownPlan } from '#core/plan'
import { api } from '../../api/routes'
import { takeArrow } from '../../sheet/arrows'
import { PictureTrouble, readPicture } from '../../sheet/pictures'
import { useNotices } from '../common/useNotices'
import { useTrying } from '../common/useTrying'

/** Colours that all share at most. */
export const MOST_WELLS = 12
/** Of the picture, and from the other wells, ΔE00: less is no colour of its own (common practice, no source). */
const LEAST_SHARE = 0.01
const LEAST_APART = 4

/** A mural that is laid out for a class: what it is cut from, how, and what all share. */
export function useNewMural(classId: number) {
  const { say } = useNotices()
  const { busy, trying } = useTrying()

  const title = ref('')
  const words = ref('')
  const columns = ref(4)
  const rows = ref(3)
  const side = ref(1200)
  const bleed = ref(40)
  /** Height of a panel to its width, as the picture's shape asks; square on a bare grid. */
  const ratio = ref(1)
  const isUnder = ref(true)
  const isPicked = ref(true)
  /** The ground: so far from the bottom, %; common practice, no source: a third or a quarter. */
  const hasGround = ref(true)
  const groundPercent = ref(33)
  const hasUnit = ref(true)
  const unit = ref(300)
  const unitWords = ref('')
  const palette = ref<{ name: string; colour: Rgb8 }[]>(
    ownPlan('', { width: 100, height: 100, paper: [255, 255, 255] }).palette.map(each => ({ ...each })),
  )

  const picture = shallowRef<{ blob: Blob; url: string; width: number; height: number } | null>(null)
  const file = ref<HTMLInputElement>()
  async function choose(given: File | undefined): Promise<void> {
    if (!given) return
    try {
      const { blob, width, height } = await readPicture(given)
      if (picture.value) URL.revokeObjectURL(picture.value.url)
      picture.value = { blob: await sentPicture(blob, width, height), url: URL.createObjectURL(blob), width, height }
      fitToPicture()
    } catch (error) {
      if (!(error instanceof PictureTrouble)) throw error
      say(`“${given.name}”: ${error.message}`, error.fix, 'attention')
    }
  }
  /** Panels get the shape at which the whole has the picture's. */
  function fitToPicture(): void {
    if (picture.value && columns.value >= 1 && rows.value >= 1)
      ratio.value = picture.value.height / rows.value / (picture.value.width / columns.value)
  }
  watch([columns, rows], fitToPicture)
  function takeAway(): void {
    if (picture.value) URL.revokeObjectURL(picture.value.url)
    picture.value = null
    ratio.value = 1
  }
  onBeforeUnmount(takeAway)

  async function fromPicture(): Promise<void> {
    const bitmap = await createImageBitmap(picture.value!.blob, { resizeWidth: 160, resizeHeight: 160 })
    const canvas = new OffscreenCanvas(160, 160)
    const context = canvas.getContext('2d')!
    context.drawImage(bitmap, 0, 0)
    bitmap.close()
    const told = paletteOf(context.getImageData(0, 0, 160, 160).data, 10).filter(each => each.share >= LEAST_SHARE)
    // Colours that nobody tells apart are one well.
    const apart = told.filter(({ colour }, i) =>
      told.slice(0, i).every(each => difference00(each.colour, colour) >= LEAST_APART),
    )
    palette.value = apart.map(({ colour }) => ({ name: colourName(colour), colour }))
  }
  function setColour(i: number, value: string): void {
    const colour = [1, 3, 5].map(at => Number.parseInt(value.slice(at, at + 2), 16)) as unknown as Rgb8
    palette.value = palette.value.map((each, k) => (k === i ? { name: colourName(colour), colour } : each))
  }

  const grid = computed(() => {
    const [width, height] =
      ratio.value <= 1
        ? [side.value, Math.round(side.value * ratio.value)]
        : [Math.round(side.value / ratio.value), side.value]
    return { columns: columns.value, rows: rows.value, width, height, bleed: bleed.value }
  })
  /** Panels as they can be laid out; null with why not. */
  const laid = computed<{ panels: ReturnType<typeof panelsOf> | null; why: string | null }>(() => {
    try {
      return { panels: panelsOf(grid.value), why: null }
    } catch (error) {
      return {
        panels: null,
        why: error instanceof Error ? `${error.message}. ${(error as { fix?: string }).fix ?? ''}` : String(error),
      }
    }
  })
  const whole = computed(() => ({
    width: grid.value.columns * grid.value.width,
    height: grid.value.rows * grid.value.height,
  }))
  const ground = computed(() =>
    hasGround.value ? Math.round(whole.value.height * (1 - groundPercent.value / 100)) : null,
  )
  /** Shares of the whole; put by a click on the preview, or by arrow keys. */
  const hasVanishing = ref(false)
  const away = ref({ x: 0.5, y: 0.4 })
  const vanishing = computed(() =>
    hasVanishing.value
      ? { x: Math.round(away.value.x * whole.value.width), y: Math.round(away.value.y * whole.value.height) }
      : null,
  )
  function putAway(event: PointerEvent): void {
    if (!hasVanishing.value) return
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
    away.value = { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height }
  }
  function nudgeAway(event: KeyboardEvent): void {
    const by = takeArrow(event, 0.01, 0.1)
    if (by) away.value = { x: away.value.x + by.x, y: away.value.y + by.y }
  }
  const why = computed(() =>
    title.value.trim() === ''
      ? 'Give it a title.'
      : (laid.value.why ??
        (palette.value.length === 0
          ? 'Lay out one colour at least.'
          : hasUnit.value && !isGoodUnit.value
            ? 'A square has from 4 to 10 000 px.'
            : null)),
  )
  const isGoodUnit = computed(() => Number.isInteger(unit.value) && unit.value >= 4 && unit.value <= 10_000)

  const make = () =>
    trying(true, async () => {
      const { id } = await api.makeMural(classId, {
        facts: {
          title: title.value.trim(),
          words: words.value.trim(),
          grid: grid.value,
          ground: ground.value,
          unit: hasUnit.value ? unit.value : null,
          unitWords: unitWords.value.trim(),
          vanishing: vanishing.value,
          isUnder: isUnder.value,
          isPicked: isPicked.value,
        },
        palette: palette.value.map(({ name, colour }) => ({ name, colour: [colour[0], colour[1], colour[2]] })),
        picture: picture.value ? base64Of(new Uint8Array(await picture.value.blob.arrayBuffer())) : null,
      })
      await navigateTo(`/murals/${id}`)
    })

  return {
    title,
    words,
    columns,
    rows,
    side,
    bleed,
    isUnder,
    isPicked,
    hasGround,
    groundPercent,
    hasUnit,
    unit,
    unitWords,
    palette,
    picture,
    /** A template sets it. */
    file,
    choose,
    takeAway,
    fromPicture,
    setColour,
    grid,
    laid,
    whole,
    ground,
    hasVanishing,
    away,
    vanishing,
    putAway,
    nudgeAway,
    why,
    isGoodUnit,
    make,
    busy,
  }
}

/** As it is sent: no larger than it has to be. */
async function sentPicture(blob: Blob, width: number, height: number): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height)
  const bitmap = await createImageBitmap(blob)
  const context = canvas.getContext('2d')!
  context.fillStyle = '#fff'
  context.fillRect(0, 0, width, height)
  context.drawImage(bitmap, 0, 0, width, height)
  bitmap.close()
  return canvas.convertToBlob({ type: 'image/webp', quality: 0.9 })
}
