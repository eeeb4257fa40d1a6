import { assert } from '../base'
import type { Kernels, Tile } from '../kernels'
import type { Drawing } from '../layers'
import { applyAct, type Act } from './acts'

/** Acts between keyframes: a jump replays at most about this many. */
const KEYFRAME_EVERY = 48
/** Memory for pictures kept besides the present one, bytes. Undo beyond it replays from a keyframe. */
export const DEFAULT_BUDGET = 160 * 1024 * 1024
/** Memory for all pictures, the present one with them, bytes: a tab with a big sheet stays usable. */
const GREATEST_TOTAL = 510 * 1024 * 1024
/** Memory for the others that a heavy present picture leaves them at least, bytes. */
const LEAST_BUDGET = 16 * 1024 * 1024
/** How often the kept pictures are weighed, in acts. */
const TRIM_EVERY = 12

/** One act that stands, on top of those before it. Undo leaves a node; redo or a new act makes one. */
export interface Node {
  readonly parent: Node | null
  readonly act: Act | null
  /** Laid out by a step, not drawn: undo leaves it standing. */
  readonly prepared: boolean
  readonly depth: number
  readonly children: Node[]
}

/** A moment: what stands, and what could be put back. */
export interface Moment {
  readonly tip: Node
  readonly undone: Undone | null
}

interface Undone {
  readonly act: Act
  readonly next: Undone | null
}

const isJoined = (act: Act) => act.kind === 'stroke' && act.version === 2 && act.joined === true

/**
 * The tree of all that was ever done to a drawing. Pictures are kept at some nodes (keyframes and the
 * latest) as references to shared tiles; any other is made again by replaying from the nearest one.
 */
export class History {
  readonly root: Node
  private readonly pictures = new Map<Node, Drawing>()
  private sinceTrim = 0

  constructor(
    private readonly kernels: Kernels,
    start: Drawing,
    private readonly budget = DEFAULT_BUDGET,
  ) {
    this.root = { parent: null, act: null, prepared: false, depth: 0, children: [] }
    this.pictures.set(this.root, start)
  }

  get start(): Moment {
    return { tip: this.root, undone: null }
  }

  do(moment: Moment, act: Act): Moment {
    return { tip: this.child(moment.tip, act, false), undone: null }
  }

  prepare(moment: Moment, act: Act): Moment {
    return { tip: this.child(moment.tip, act, true), undone: moment.undone }
  }

  /** Takes the last drawn act away; what steps laid out since is kept. The same moment when there is none. */
  undo(moment: Moment): Moment {
    const kept: Act[] = []
    let node = moment.tip
    while (node.prepared) {
      kept.unshift(node.act!)
      node = node.parent!
    }
    if (!node.parent) return moment
    let tip = node.parent
    for (const act of kept) tip = this.child(tip, act, true)
    return { tip, undone: { act: node.act!, next: moment.undone } }
  }

  /** Puts the last undone act back. The same moment when there is none. */
  redo(moment: Moment): Moment {
    const { undone } = moment
    return undone ? { tip: this.child(moment.tip, undone.act, false), undone: undone.next } : moment
  }

  canUndo(moment: Moment): boolean {
    return this.undo(moment) !== moment
  }

  /** How many acts are taken back at one go: the last one, and those that it came with. */
  undoesAtOnce({ tip }: Moment): number {
    let count = 0
    for (let node = tip; node.parent; node = node.parent) {
      if (node.prepared) continue
      count++
      if (!isJoined(node.act!)) break
    }
    return count
  }

  /** How many undone acts are put back at one go. */
  redoesAtOnce({ undone }: Moment): number {
    if (!undone) return 0
    let count = 1
    for (let { next } = undone; next && isJoined(next.act); next = next.next) count++
    return count
  }

  /** Keeps a picture that was made elsewhere (a stroke drawn live) as that of the node. */
  keep(node: Node, picture: Drawing): void {
    this.pictures.delete(node)
    this.pictures.set(node, picture)
    if (++this.sinceTrim >= TRIM_EVERY) this.trim(node)
  }

  picture(node: Node): Drawing {
    const missing: Node[] = []
    let found = node
    while (!this.pictures.has(found)) {
      missing.push(found)
      assert(found.parent, 'the first picture is always kept')
      found = found.parent
    }
    let drawing = this.pictures.get(found)!
    while (missing.length) {
      const next = missing.pop()!
      drawing = applyAct(this.kernels, drawing, next.act!)
      if (missing.length === 0 || next.depth % KEYFRAME_EVERY === 0) this.keep(next, drawing)
    }
    this.pictures.delete(node)
    this.pictures.set(node, drawing)
    return drawing
  }

  /** Pictures kept now: for tests and the bench. */
  get kept(): number {
    return this.pictures.size
  }

  private child(parent: Node, act: Act, prepared: boolean): Node {
    const known = parent.children.find(node => node.act === act)
    if (known) return known
    const node = { parent, act, prepared, depth: parent.depth + 1, children: [] }
    parent.children.push(node)
    return node
  }

  /** Forgets the pictures used longest ago until the rest fits the budget; half of it is for keyframes. */
  private trim(present: Node): void {
    this.sinceTrim = 0
    const premultiplied = new Set<Tile>()
    const premultiply = (picture: Drawing) => {
      let added = 0
      for (const tiles of [
        ...picture.layers,
        ...[...picture.layers, ...(picture.groups ?? [])].flatMap(item => item.mask ?? []),
      ].map(each => each.tiles)) {
        for (const tile of tiles.values()) {
          if (!premultiplied.has(tile)) {
            premultiplied.add(tile)
            added += tile.length
          }
        }
      }
      return added
    }
    const own = premultiply(this.pictures.get(present)!) + premultiply(this.pictures.get(this.root)!)
    const budget = Math.min(this.budget, Math.max(GREATEST_TOTAL - own, LEAST_BUDGET))
    let used = 0
    for (const [node, picture] of [...this.pictures].reverse()) {
      if (node === present || node === this.root) continue
      const isKeyframe = node.depth % KEYFRAME_EVERY === 0
      if (used < (isKeyframe ? budget : budget / 2)) used += premultiply(picture)
      else this.pictures.delete(node)
    }
  }
}
