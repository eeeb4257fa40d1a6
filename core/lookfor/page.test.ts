import { createHash } from 'node:crypto'
import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { replay, standingActs, type DrawingRecord } from '../drawing'
import { loadKernels } from '../kernels'
import { pictureHash, settledPixels } from '../pictures'
import { paperEntries, type Plan } from '../plan'
import { bandsOf, lookAt, lookedAt, lookForSchema, pageOf, type Evidence, type Finding, type LookFor } from './index'

const SHEET = { width: 800, height: 600, paper: [250, 248, 240] as [number, number, number] }
const kernels = loadKernels()
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

/** A page that was drawn on, as it comes from the camera straight and under even light: with the noise of its paper. */
function page(draw: (context: SKRSContext2D) => void, seed = 5): Evidence {
  const canvas = createCanvas(SHEET.width, SHEET.height)
  const context = canvas.getContext('2d')
  context.fillStyle = '#fff'
  context.fillRect(0, 0, SHEET.width, SHEET.height)
  context.strokeStyle = '#3a3a40'
  context.lineWidth = 6
  context.lineJoin = context.lineCap = 'round'
  draw(context)
  const random = seededRandom(seed)
  const seen = context.getImageData(0, 0, SHEET.width, SHEET.height).data
  const pixels = Uint8Array.from(seen, (value, i) =>
    i % 4 === 3 ? 255 : Math.min(255, Math.max(0, value + 6 * (random.unit() - 0.5))),
  )
  const picture = settledPixels({ ...SHEET, pixels })
  const name = { hash: pictureHash(picture, sha256), width: SHEET.width, height: SHEET.height }
  kernels.pictures.set(name.hash, picture)
  const plan = { sheet: SHEET, steps: [{ id: 'one' }, { id: 'two' }] } as unknown as Plan
  const record: DrawingRecord = {
    version: 1,
    sheet: SHEET,
    entries: paperEntries(plan, name, { lines: 35, marks: 8 }),
  }
  return { drawing: replay(kernels, record).drawing, acts: standingActs(record.entries), step: 'two' }
}

const around = [200, 100, 600, 100, 600, 500, 200, 500]
const lookFor = (settings: Record<string, unknown>): LookFor =>
  lookForSchema.parse({ id: 'one', title: 'One', settings: { tolerance: 'standard', what: 'the pot', ...settings } })
const look = (evidence: Evidence, settings: Record<string, unknown>): Finding =>
  lookAt(kernels, evidence, [lookFor(settings)])[0]!

/** A circle as a hand draws it: it wobbles, and may leave a gap of so many degrees. */
function pot(context: SKRSContext2D, { flat = 1, gap = 0, wobble = 2 } = {}): void {
  context.beginPath()
  for (let degrees = gap / 2; degrees <= 360 - gap / 2; degrees += 2) {
    const t = (degrees * Math.PI) / 180
    const radius = 150 + wobble * Math.sin(3 * t) + wobble * 0.6 * Math.sin(7 * t + 1)
    context.lineTo(400 + radius * Math.cos(t), 300 + flat * radius * Math.sin(t))
  }
  if (gap === 0) context.closePath()
  context.stroke()
}
const round = { measure: 'round-shape', layer: 'outline', target: around, form: 'circle' }
/** Where the plan's own pot lies. */
const shape = Array.from({ length: 24 }, (_, i) => [
  400 + 148 * Math.cos((i * Math.PI) / 12),
  300 + 148 * Math.sin((i * Math.PI) / 12),
]).flat()
const closed = { measure: 'closed-outline', layer: 'outline', target: shape }

describe('look-fors on paper', () => {
  it('measure a round shape by its line', () => {
    expect(
      look(
        page(context => pot(context)),
        round,
      ),
    ).toMatchObject({ verdict: 'met' })
    const flat = look(
      page(context => pot(context, { flat: 0.72 })),
      round,
    )
    expect(flat.verdict).toBe('not-yet')
    expect(flat.figure!.value).toBeGreaterThan(24)
    expect(flat.figure!.value).toBeLessThan(32)
  })

  it('find the gap in an outline, where it is and how wide', () => {
    expect(
      look(
        page(context => pot(context)),
        closed,
      ),
    ).toMatchObject({ verdict: 'met' })
    const open = look(
      page(context => pot(context, { gap: 12 })),
      closed,
    )
    expect(open.verdict).not.toBe('met')
    const [mark] = open.marks
    expect(mark).toMatchObject({ kind: 'ring' })
    if (mark?.kind !== 'ring') return
    expect(Math.abs(mark.x - 550)).toBeLessThan(12)
    expect(Math.abs(mark.y - 300)).toBeLessThan(12)
    // 12° of a circle of 150 px, less the round ends of the pen.
    expect(open.figure!.value).toBeGreaterThan(20)
    expect(open.figure!.value).toBeLessThan(34)
  })

  it('measure straight lines and corners, also where one line makes the whole shape', () => {
    const box = page(context => {
      context.beginPath()
      context.moveTo(260, 180)
      for (const [x, y] of [
        [540, 183],
        [538, 420],
        [262, 417],
        [260, 180],
      ] as const)
        context.lineTo(x, y)
      context.stroke()
    })
    const straight = { measure: 'straight-line', layer: 'outline', target: around, count: 4 }
    expect(look(box, straight)).toMatchObject({ verdict: 'met' })
    expect(look(box, { measure: 'polygon', layer: 'outline', target: around, corners: 4, angle: 90 })).toMatchObject({
      verdict: 'met',
    })
    expect(look(box, { measure: 'ends-meet', layer: 'outline', target: around })).toMatchObject({ verdict: 'met' })
    const bowed = page(context => {
      context.beginPath()
      context.moveTo(240, 300)
      context.quadraticCurveTo(400, 200, 560, 300)
      context.stroke()
    })
    expect(look(bowed, { ...straight, count: 1 })).toMatchObject({ verdict: 'not-yet' })
  })

  it('tell colour from lines, and paper from paint', () => {
    const colour = (radius: number, x = 400) =>
      page(context => {
        context.fillStyle = '#e2a07a'
        context.beginPath()
        context.arc(x, 300, radius, 0, 2 * Math.PI)
        context.fill()
        pot(context)
      })
    const covered = { measure: 'covered', lines: 'outline', layer: 'colour', target: closed.target }
    const inside = { measure: 'inside-lines', lines: 'outline', layer: 'colour', target: closed.target }
    expect(look(colour(146), covered)).toMatchObject({ verdict: 'met' })
    expect(look(colour(80), covered)).toMatchObject({ verdict: 'not-yet' })
    expect(look(colour(146), inside)).toMatchObject({ verdict: 'met' })
    expect(look(colour(157), inside).verdict).not.toBe('not-yet')
    // So much may be another thing that is coloured: nobody is blamed for it.
    const spilled = look(colour(170, 440), inside)
    expect(spilled).toMatchObject({ verdict: 'cant-tell' })
    expect(spilled.sentence).toContain('other things on the page')
    expect(
      look(
        page(context => pot(context)),
        inside,
      ),
    ).toMatchObject({ verdict: 'cant-tell' })
  })

  it('see light and dark where something was shaded, not the paper between', () => {
    const shaded = page(context => {
      for (const [i, grey] of [60, 110, 160, 205].entries()) {
        context.fillStyle = `rgb(${grey},${grey},${grey})`
        context.fillRect(220 + 90 * i, 200, 90, 200)
      }
    })
    const target = [220, 200, 580, 200, 580, 400, 220, 400]
    expect(look(shaded, { measure: 'enough-shades', target, shades: 4 })).toMatchObject({ verdict: 'met' })
    expect(look(shaded, { measure: 'enough-shades', target, shades: 8 }).verdict).not.toBe('met')
    const blank = look(
      page(context => pot(context)),
      { measure: 'value-range', target },
    )
    expect(blank).toMatchObject({ verdict: 'cant-tell' })
  })

  it('say what paper does not tell', () => {
    const evidence = page(context => pot(context))
    for (const [settings, words] of [
      [{ measure: 'confident-strokes', layer: 'outline', target: around }, 'by how many strokes'],
      [{ measure: 'right-layer', layer: 'outline', what: undefined }, 'on which layer'],
    ] as const) {
      const parsed = lookForSchema.safeParse({
        id: 'one',
        title: 'One',
        settings: JSON.parse(JSON.stringify({ tolerance: 'standard', what: 'the pot', ...settings })),
      })
      expect(parsed.success, JSON.stringify(parsed.error?.issues)).toBe(true)
      const [found] = lookAt(kernels, evidence, [parsed.data!])
      expect(found).toMatchObject({ verdict: 'cant-tell', figure: null })
      expect(found!.sentence).toContain('Paper does not tell')
      expect(found!.sentence).toContain(words)
    }
  })

  it('leaves drawings of the Easel as they are, and pages that were taken away', () => {
    const evidence = page(context => pot(context))
    expect(pageOf(evidence)).toEqual({ lines: 35, marks: 8 })
    expect(lookedAt(kernels, evidence).isOnPaper).toBe(true)
    const gone: Evidence = { ...evidence, drawing: { ...evidence.drawing, layers: [] } }
    expect(pageOf(gone)).toBeNull()
    expect(lookedAt(kernels, gone).drawing).toBe(gone.drawing)
    expect(look(gone, round)).toMatchObject({ verdict: 'cant-tell' })
    expect(bandsOf(evidence, lookFor(round)).every(each => each.reach === 0)).toBe(true)
  })
})
