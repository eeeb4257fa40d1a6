import { defineStore } from 'pinia'
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { GREATEST_SIZE, LEAST_SIZE, TOOLS, toolSettings, type ToolName, type ToolSettings } from '#core/brush'
import type { Rgb8, Well } from '#core/colour'
import type { LaidTool, Plan, Step } from '#core/plan'
import { steppedSize } from '../sheet/sizes'
import { toolNameOf } from '../sheet/tool-words'
import { MOST_OWN_WELLS, readOwn, readWells, type OwnTool } from './kept-hand'

export { MOST_OWN_WELLS, wellOf, type OwnTool } from './kept-hand'
export type Colour = Rgb8

/** A tool in the tray: as the step laid it out, and as it is set now. */
export interface TrayTool {
  readonly key: string
  readonly laid: LaidTool
  readonly now: LaidTool
  /** False for a tool that was fetched from the cupboard. */
  readonly isOfStep: boolean
}

const MOST_LAST_COLOURS = 6
/** Tools from the cupboard that lie on the ledge at once; the one fetched first goes back. */
const MOST_FETCHED = 3
/** What a tool is steadied by when it is turned on at a tool that has none of its own. */
const USUAL_STEADYING = 4
/** Own tools at most. */
const MOST_OWN = 24
const POUR: LaidTool = { kind: 'pour', tolerance: 40, grow: 2, borders: 'all' }

/** What the hand holds: the tools in the tray, the lifted one, the colour. */
export const useHand = defineStore('hand', () => {
  // Shallow: what goes to the worker must be plain all through.
  const tools = shallowRef<TrayTool[]>([])
  const liftedKey = ref('')
  const colour = ref<Colour>([40, 40, 40])
  const lastColours = ref<Colour[]>([])
  const wells = ref<Plan['palette']>([])
  /** How each tool was steadied before it was turned off. */
  const steadied = new Map<ToolName, number>()

  /** Whether a held stroke becomes a true shape, and that with an even width. */
  const truesUp = ref(true)
  const hasEvenWidth = ref(false)
  /** Whether strokes stay in the closed area in which they begin. */
  const isFenced = ref(false)

  /** Tools that someone set and kept, on this device. What the store holds wrongly is left out. */
  const own = useLocalStorage<OwnTool[]>('little-easel-own-tools', [], {
    shallow: true,
    serializer: { read: readOwn, write: value => JSON.stringify(value) },
  })

  /** Wells that someone filled, on this device. */
  const ownWells = useLocalStorage<Well[]>('little-easel-own-wells', [], {
    shallow: true,
    serializer: { read: readWells, write: value => JSON.stringify(value) },
  })
  /** Fills own wells; one that is there already is not filled twice, and with too many the oldest go. */
  function fillWells(...wells: readonly Well[]): void {
    const isIn = (all: readonly Well[], { colour: one }: Well) => all.some(each => isSame(each.colour, one))
    const fresh = wells.filter((each, i) => !isIn(wells.slice(0, i), each))
    setWells([...ownWells.value.filter(each => !isIn(fresh, each)), ...fresh].slice(-MOST_OWN_WELLS))
  }
  function emptyWell(colour: Colour): void {
    setWells(ownWells.value.filter(each => !isSame(each.colour, colour)))
  }
  /** Own wells as they were before the last change; null: there was none since the page was opened. */
  const wellsBefore = shallowRef<Well[] | null>(null)
  function setWells(next: Well[]): void {
    wellsBefore.value = ownWells.value
    ownWells.value = next
  }
  function takeBackWells(): void {
    if (wellsBefore.value) ownWells.value = wellsBefore.value
    wellsBefore.value = null
  }

  /** A ladder of shades that lies in the paint box, dark to light; none: empty. */
  const ladder = shallowRef<readonly Colour[]>([])

  const lifted = computed(() => tools.value.find(each => each.key === liftedKey.value) ?? null)
  const settings = computed<ToolSettings | null>(() =>
    lifted.value?.now.kind === 'tool' ? lifted.value.now.settings : null,
  )
  /** What the cupboard still holds. */
  const cupboard = computed(() => {
    const out = new Set(tools.value.map(each => toolNameOf(each.laid)))
    return [...(Object.keys(TOOLS) as ToolName[]), 'pour' as const].filter(name => !out.has(name))
  })

  /** Lays out what a step needs; what was fetched before goes back into the cupboard. */
  function layOut(step: Step, palette: Plan['palette']): void {
    const isFirst = wells.value.length === 0
    tools.value = step.tools.map((laid, i) => ({ key: `${toolNameOf(laid)}-${i}`, laid, now: laid, isOfStep: true }))
    liftedKey.value = tools.value[0]!.key
    wells.value = palette
    const well = palette[step.well]!.colour
    if (isFirst) colour.value = well
    else pick(well)
  }

  function lift(key: string): void {
    if (tools.value.some(each => each.key === key)) liftedKey.value = key
  }

  function fetchTool(name: ToolName | 'pour'): void {
    fetch(`own-${name}`, name === 'pour' ? POUR : { kind: 'tool', settings: toolSettings(name) })
  }

  /** Keeps the lifted tool as it is set, under a name; one of the same name is replaced. */
  function keepOwn(name: string): void {
    const trimmed = name.trim().slice(0, 30)
    if (!settings.value || !trimmed) return
    const kept = { name: trimmed, settings: settings.value }
    own.value = [kept, ...own.value.filter(each => each.name !== trimmed)].slice(0, MOST_OWN)
  }
  function fetchOwn(name: string): void {
    const found = own.value.find(each => each.name === name)
    if (found) fetch(`kept-${name}`, { kind: 'tool', settings: found.settings })
  }
  function forgetOwn(name: string): void {
    own.value = own.value.filter(each => each.name !== name)
  }

  /** Lays a tool on the ledge beside those of the step, and lifts it. */
  function fetch(key: string, laid: LaidTool): void {
    if (!tools.value.some(each => each.key === key)) {
      const fetched = tools.value.filter(each => !each.isOfStep)
      const goesBack = fetched.length >= MOST_FETCHED ? fetched[0] : null
      tools.value = [...tools.value.filter(each => each !== goesBack), { key, laid, now: laid, isOfStep: false }]
    }
    liftedKey.value = key
  }

  function change(now: LaidTool): void {
    tools.value = tools.value.map(each => (each.key === liftedKey.value ? { ...each, now } : each))
  }

  function set(part: Partial<Omit<ToolSettings, 'tool'>>): void {
    if (!settings.value) return
    change({ kind: 'tool', settings: { ...settings.value, ...part } })
  }

  /** Whether the lifted tool only ever erases. */
  const isEraser = computed(() => settings.value !== null && TOOLS[settings.value.tool].effect === 'erase')

  /** Any tip can erase; turned back it paints as its tool does. */
  function setErasing(erases: boolean): void {
    if (settings.value) set({ effect: erases ? 'erase' : TOOLS[settings.value.tool].effect })
  }

  /** Steadying off, and back to what it was. */
  function toggleSteadying(): void {
    if (!settings.value) return
    const { tool, steadying } = settings.value
    if (steadying > 0) steadied.set(tool, steadying)
    set({ steadying: steadying > 0 ? 0 : (steadied.get(tool) ?? (TOOLS[tool].steadying || USUAL_STEADYING)) })
  }

  function setSize(size: number): void {
    if (Number.isFinite(size)) set({ size: Math.min(Math.max(Math.round(size), LEAST_SIZE), GREATEST_SIZE) })
  }

  function stepSize(by: 1 | -1): void {
    if (settings.value) setSize(steppedSize(settings.value.size, by))
  }

  function setPour(part: Partial<Extract<LaidTool, { kind: 'pour' }>>): void {
    const now = lifted.value?.now
    if (now?.kind === 'pour') change({ ...now, ...part })
  }

  /** Back to what the step laid out. */
  function layBack(): void {
    if (lifted.value) change(lifted.value.laid)
  }

  function pick(next: Colour): void {
    if (isSame(next, colour.value)) return
    keepColour(next)
    colour.value = next
  }

  /** Puts the colour in hand first among those before: one touch brings it back after mixing. */
  function keepColour(next?: Colour): void {
    const old = colour.value
    const others = lastColours.value.filter(each => !isSame(each, old) && !(next && isSame(each, next)))
    lastColours.value = [old, ...others].slice(0, MOST_LAST_COLOURS)
  }

  /** Changes the colour while it is being mixed: the one before stays the one before. */
  function mix(next: Colour): void {
    colour.value = next
  }

  /** To the colour before, and back. */
  function swap(): void {
    const [before] = lastColours.value
    if (before) pick(before)
  }

  /** To the well before or the next; on the ladder a rung down or up. */
  function stepWell(by: 1 | -1): void {
    const rung = ladder.value.findIndex(each => isSame(each, colour.value))
    if (rung >= 0) return pick(ladder.value[Math.min(Math.max(rung + by, 0), ladder.value.length - 1)]!)
    const count = wells.value.length
    if (!count) return
    const at = wells.value.findIndex(well => isSame(well.colour, colour.value))
    const next = at < 0 ? 0 : (at + by + count) % count
    pick(wells.value[next]!.colour)
  }

  return {
    tools,
    liftedKey,
    lifted,
    settings,
    cupboard,
    colour,
    lastColours,
    wells,
    isEraser,
    truesUp,
    hasEvenWidth,
    isFenced,
    layOut,
    lift,
    fetchTool,
    set,
    setErasing,
    toggleSteadying,
    setSize,
    stepSize,
    setPour,
    layBack,
    own,
    keepOwn,
    fetchOwn,
    forgetOwn,
    pick,
    keepColour,
    mix,
    swap,
    stepWell,
    ladder,
    ownWells,
    fillWells,
    emptyWell,
    wellsBefore,
    takeBackWells,
  }
})

export function isSame(a: Colour, b: Colour): boolean {
  return a[0] === b[0] && a[1] === b[1] && a[2] === b[2]
}

export function cssColour([r, g, b]: Colour): string {
  return `rgb(${r} ${g} ${b})`
}
