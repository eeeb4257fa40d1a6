import { seededRandom, type Random } from '../base'
import { BLEND_MODES, TILE, TILE_BYTES, type BlendMode, type Tile } from '../kernels'
import type { Drawing, Group, Layer, Mask, Sheet } from '../layers'

/** Soft round blots of colour, some of them half-clear: tiles of a small sheet. */
function blots(random: Random, { width, height }: Sheet, isMask = false): Map<number, Tile> {
  const columns = Math.ceil(width / TILE)
  const tiles = new Map<number, Tile>()
  for (let k = random.int(1, 5); k > 0; k--) {
    const [cx, cy, r] = [random.between(0, width), random.between(0, height), random.between(6, 70)]
    const grey = random.int(0, 255)
    const colour = isMask ? [grey, grey, grey] : [random.int(0, 255), random.int(0, 255), random.int(0, 255)]
    const full = random.unit() < 0.5 ? 255 : random.int(20, 255)
    for (let y = Math.max(0, Math.floor(cy - r)); y < Math.min(height, cy + r); y++) {
      for (let x = Math.max(0, Math.floor(cx - r)); x < Math.min(width, cx + r); x++) {
        const alpha = Math.round(full * Math.min(1, Math.max(0, (r - Math.hypot(x - cx, y - cy)) / 4)))
        if (alpha === 0) continue
        const number = Math.floor(y / TILE) * columns + Math.floor(x / TILE)
        if (!tiles.has(number)) tiles.set(number, new Uint8Array(TILE_BYTES))
        tiles.get(number)!.set([...colour, alpha], 4 * ((y % TILE) * TILE + (x % TILE)))
      }
    }
  }
  return tiles
}

/** A drawing of layers and groups with everything that can be said of them. For tests. */
export function randomStack(seed: number, sheet: Sheet): Drawing {
  const random = seededRandom(seed)
  const groups: Group[] = []
  const layers: Layer[] = []
  const looks = (id: string, isFirst: boolean): Omit<Group, 'group'> => {
    const mode: BlendMode = random.unit() < 0.5 ? 'normal' : random.pick(BLEND_MODES)
    const mask: Mask | undefined =
      random.unit() < 0.2
        ? {
            id: `${id}-mask`,
            base: random.unit() < 0.5 ? 0 : 1,
            isOn: random.unit() < 0.8,
            tiles: blots(random, sheet, true),
          }
        : undefined
    return {
      id,
      name: random.pick([`Layer ${id}`, 'Tide & “sky” <blue>', 'ключ', 'スケッチ']),
      visible: random.unit() < 0.9,
      opacity: random.unit() < 0.5 ? 100 : random.int(0, 100),
      ...(mode !== 'normal' && { mode }),
      ...(random.unit() < 0.1 && { locked: true }),
      ...(!isFirst && random.unit() < 0.2 && { clip: true }),
      ...(mask && { mask }),
    }
  }
  const fill = (group: string | undefined, depth: number): void => {
    const count = random.int(1, 4)
    for (let i = 0; i < count; i++) {
      const within = group === undefined ? {} : { group }
      const id = `i-${groups.length + layers.length}`
      if (depth < 2 && random.unit() < 0.3) {
        groups.push({ ...looks(id, i === 0), ...within })
        fill(id, depth + 1)
      } else {
        const inside = random.unit() < 0.1 ? { inside: true } : {}
        layers.push({
          ...looks(id, i === 0),
          ...within,
          ...inside,
          tiles: random.unit() < 0.1 ? new Map() : blots(random, sheet),
        })
      }
    }
  }
  fill(undefined, 0)
  return { sheet, layers, ...(groups.length > 0 && { groups }) }
}
