import { isRubbing, TOOL_IDS, TOOLS, toolSettings } from '../brush'
import { BLEND_MODES, type Pixels } from '../kernels'
import { seededRandom, type Random } from '../base'
import { ECHO_ONE, type Act, type BringInAct, type PictureName } from './acts'
import type { Entry } from './record'
import type { Sheet } from '../layers'

const PAINTING = TOOL_IDS.filter(tool => !isRubbing(TOOLS[tool]))

/** A wandering hand: packed samples of a stroke that turns, speeds up and presses unevenly. For tests and benches. */
export function wanderingSamples(random: Random, sheet: Sheet, count: number): number[] {
  let x = random.between(-20, sheet.width + 20)
  let y = random.between(-20, sheet.height + 20)
  let dx = random.between(-12, 12)
  let dy = random.between(-12, 12)
  let pressure = random.between(0.2, 0.9)
  const packed: number[] = []
  for (let i = 0; i < count; i++) {
    packed.push(Math.round(x * 16), Math.round(y * 16), Math.round(pressure * 1023), i === 0 ? 0 : random.int(4, 18))
    dx = dx * 0.9 + random.between(-4, 4)
    dy = dy * 0.9 + random.between(-4, 4)
    x += dx
    y += dy
    pressure = Math.min(Math.max(pressure + random.between(-0.08, 0.08), 0), 1)
  }
  return packed
}

/** Most select, some take the selection away: what is drawn after must not be held in a corner for long. */
function selectionAct(random: Random, sheet: Sheet, layer: string): Act {
  const roll = random.unit()
  if (roll < 0.45) return { kind: 'select-none' }
  if (roll < 0.55) return { kind: 'select', version: 1, area: { kind: 'all' }, choice: 'new', soften: 0 }
  const [x, y] = [random.int(0, sheet.width - 80), random.int(0, sheet.height - 80)]
  const [w, h] = [random.int(40, 80), random.int(40, 80)]
  const outline = [x, y, x + w, y + random.int(0, 9), x + w, y + h, x - random.int(0, 9), y + h].map(
    value => value * 16 + random.int(0, 15),
  )
  const area =
    roll < 0.9
      ? { kind: 'outline' as const, points: outline }
      : { kind: 'colour' as const, layer, x, y, tolerance: 30, borders: 'all' as const, isJoined: roll < 0.95 }
  return {
    kind: 'select',
    version: 1,
    area,
    choice: random.pick(['new', 'add'] as const),
    soften: random.pick([0, 0, 3, 9]),
  }
}

function movingAct(random: Random, sheet: Sheet, layer: string): Act {
  const roll = random.unit()
  if (roll < 0.15)
    return {
      kind: 'mirror-half',
      version: 1,
      layer,
      line: [sheet.width * 8, 0, sheet.width * 8 + random.int(-900, 900), sheet.height * 16],
    }
  if (roll < 0.45) {
    return {
      kind: 'bend',
      version: 1,
      layer,
      how: random.pick(['push', 'swell', 'pinch'] as const),
      size: random.int(8, 90),
      strength: random.int(20, 100),
      samples: wanderingSamples(random, sheet, random.int(2, 16)),
    }
  }
  const box: [number, number, number, number] = [
    random.int(0, 40),
    random.int(0, 40),
    random.int(90, sheet.width),
    random.int(90, sheet.height),
  ]
  const [x0, y0, x1, y1] = box
  const off = () => random.int(-400, 400)
  if (roll < 0.6) {
    const knots = Array.from({ length: 9 }, (_, i) => [
      x0 + ((x1 - x0) * (i % 3)) / 2,
      y0 + ((y1 - y0) * Math.floor(i / 3)) / 2,
    ])
    return {
      kind: 'move',
      version: 2,
      layer,
      box,
      to: { kind: 'net', columns: 2, rows: 2, points: knots.flat().map(value => Math.round(value * 16) + off()) },
      leaves: false,
    }
  }
  const corners = [x0, y0, x1, y0, x1, y1, x0, y1].map(value => value * 16 + off())
  return {
    kind: 'move',
    version: random.pick([1, 2] as const),
    layer,
    box,
    to: { kind: 'corners', points: corners },
    leaves: random.unit() < 0.3,
  }
}

const STACKED = ['one', 'two', 'three']

/** How a layer or the group mixes, or what its mask does. */
function lookAct(random: Random): Act {
  const item = random.pick(STACKED)
  const roll = random.unit()
  if (roll < 0.5)
    return { kind: 'stack-set', item, set: { mode: random.pick(BLEND_MODES), opacity: random.int(30, 100) } }
  if (roll < 0.7) return { kind: 'stack-set', item, set: { inside: random.unit() < 0.5 } }
  if (roll < 0.85) return { kind: 'mask-invert', item: 'two' }
  return { kind: 'mask-switch', item: 'two', isOn: random.unit() < 0.7 }
}

function randomAct(random: Random, sheet: Sheet, layers: string[]): Act {
  const layer = random.pick(layers)
  const colour: [number, number, number] = [random.int(0, 255), random.int(0, 255), random.int(0, 255)]
  const seed = random.next()
  const roll = random.unit()
  if (roll < 0.1) {
    return {
      kind: 'pour',
      version: 1,
      layer,
      x: random.int(0, sheet.width - 1),
      y: random.int(0, sheet.height - 1),
      colour,
      tolerance: random.pick([0, 8, 40]),
      borders: random.pick(['this', 'all'] as const),
      grow: random.int(0, 4),
      seed,
    }
  }
  if (roll < 0.13) {
    const corners = Array.from({ length: random.int(3, 8) }, () => [
      random.int(-300, sheet.width * 16 + 300),
      random.int(-300, sheet.height * 16 + 300),
    ]).flat()
    const line = {
      tool: toolSettings(random.pick(PAINTING), { size: random.int(2, 40) }),
      colour,
      samples: wanderingSamples(random, sheet, 12),
    }
    const fill = { colour: [random.int(0, 255), 90, 120] as [number, number, number], opacity: random.int(10, 100) }
    return {
      kind: 'shape',
      version: 1,
      layer,
      form: 'polygon',
      outline: corners,
      line: random.unit() < 0.7 ? line : null,
      fill,
      seed,
    }
  }
  if (roll < 0.19) return selectionAct(random, sheet, layer)
  if (roll < 0.25) return movingAct(random, sheet, layer)
  if (roll < 0.28)
    return {
      kind: 'layer-look',
      layer: random.pick(STACKED),
      visible: random.unit() < 0.8,
      opacity: random.int(20, 100),
    }
  if (roll < 0.3) return lookAct(random)
  if (roll < 0.31 && layers.length > 1)
    return { kind: 'layer-move', layer: random.pick(STACKED), place: random.int(0, layers.length - 1) }
  const tool = toolSettings(random.pick(TOOL_IDS), {
    size: random.pick([1, 3, 8, 20, 60, 140]),
    opacity: random.int(10, 100),
    flow: random.int(2, 100),
    hardness: random.int(0, 100),
    steadying: random.pick([0, 0, 3, 8]),
    scatter: random.pick([0, 0, 60]),
    speedSize: random.pick([0, -40, 70]),
    speedFlow: random.pick([0, 50]),
  })
  const samples = wanderingSamples(random, sheet, random.int(1, 40))
  const mirror: [number, number, number, number, number, number] = [
    -ECHO_ONE,
    0,
    0,
    ECHO_ONE,
    sheet.width * ECHO_ONE,
    0,
  ]
  return {
    kind: 'stroke',
    version: 2,
    layer,
    tool,
    colour,
    seed,
    samples,
    ...(random.unit() < 0.15 && { echoes: [mirror] }),
  }
}

/** A record of random acts, undos and redos that all can be done. For tests and benches. */
export function randomEntries(seed: number, sheet: Sheet, count: number): Entry[] {
  const random = seededRandom(seed)
  const entries: Entry[] = STACKED.map((layer, place) => ({
    type: 'prepare',
    at: 0,
    act: { kind: 'layer-add', layer, name: layer, place },
  }))
  entries.push({ type: 'prepare', at: 0, act: { kind: 'mask-add', item: 'two', mask: 'two-mask', shows: 'all' } })
  // A mask is painted on as a layer is.
  const layers = [...STACKED, 'two-mask']
  for (let i = 0; i < count; i++) {
    const at = (i + 1) * 100
    const roll = random.unit()
    if (roll < 0.12) entries.push({ type: 'undo', at })
    else if (roll < 0.17) entries.push({ type: 'redo', at })
    else entries.push({ type: 'act', at, act: randomAct(random, sheet, layers) })
  }
  return entries
}

/** A picture of noise and flat parts, half of it half-clear, and what it is called in a test. */
export function randomPicture(seed: number, width: number, height: number): { name: PictureName; pixels: Pixels } {
  const random = seededRandom(seed)
  const pixels = new Uint8Array(4 * width * height)
  for (let at = 0; at < pixels.length; at += 4) {
    const isNoise = random.unit() < 0.3
    const of = (flat: number) => (isNoise ? random.int(0, 255) : flat)
    pixels.set([of(200), of(90), of(40), random.unit() < 0.5 ? 255 : random.int(1, 255)], at)
  }
  const hash = seed.toString(16).padStart(64, '0')
  return { name: { hash, width, height }, pixels: { width, height, pixels } }
}

/** The picture brought in so many times: px for px, scaled, flipped, turned, pulled at its corners and by a net. */
export function randomBringIns(seed: number, sheet: Sheet, picture: PictureName, count: number): Entry[] {
  const random = seededRandom(seed)
  return Array.from({ length: count }, (_, i): Entry => {
    const [x, y] = [random.int(-20, sheet.width / 2), random.int(-20, sheet.height / 2)]
    const whole = i % 5 === 0
    const [w, h] = whole ? [picture.width, picture.height] : [random.between(8, sheet.width), random.between(8, 300)]
    const box = [x, y, x + w, y, x + w, y + h, x, y + h].map(value => Math.round(value * 16))
    const corners =
      i % 5 === 2
        ? [box[2]!, box[3]!, box[0]!, box[1]!, box[6]!, box[7]!, box[4]!, box[5]!]
        : i % 5 === 3
          ? box.map(value => value + random.int(-50, 50))
          : box
    const to: BringInAct['to'] =
      i % 5 === 4
        ? { kind: 'net', columns: 1, rows: 1, points: [0, 1, 2, 3, 6, 7, 4, 5].map(k => box[k]! + random.int(-60, 60)) }
        : { kind: 'corners', points: corners }
    const own = i === 0 ? { own: { name: 'Brought', place: 0 } } : {}
    return { type: 'act', at: 40 * i, act: { kind: 'bring-in', version: 1, layer: 'brought', ...own, picture, to } }
  })
}
