import { computed, readonly, ref } from 'vue'
import { GREATEST_LAYERS, layerBudget, type StackSetAct } from '#core/drawing'
import { withClipRuns } from '#core/layers'
import { newLayerId } from '../../sheet/layer-ids'
import type { Alone } from '../../workers/sheet/alone'
import type { SheetRemote } from '../../workers/sheet/contract'
import { layerNotes, type LayerNote, type StackNote } from '../../workers/view/layer-news'
import { injectable } from '../common/injectable'

/** Where something lies in the stack. */
export interface Lies {
  readonly note: StackNote
  readonly siblings: readonly StackNote[]
  readonly place: number
  readonly group: StackNote | null
}

/** What can be done to the stack, and which layer or mask is live. */
export function createStack(
  host: SheetRemote,
  sheet: () => { readonly width: number; readonly height: number },
  say: (message: string, fix: string) => void,
) {
  const stack = ref<readonly StackNote[]>([])
  const layers = computed<LayerNote[]>(() => layerNotes(stack.value))
  /** The layer or mask that is drawn on. */
  const live = ref('')
  const alone = ref<Alone>(null)
  /** Layers that are chosen together, besides the one that is drawn on. */
  const chosen = ref<readonly string[]>([])
  function toggleChosen(id: string): void {
    // The first is chosen together with the one that was live.
    const before =
      chosen.value.length || id === liveLayer.value?.id || !liveLayer.value ? chosen.value : [liveLayer.value.id]
    chosen.value = before.includes(id) ? before.filter(each => each !== id) : [...before, id]
  }
  const chooseNone = () => {
    chosen.value = []
  }
  /** All layers in a group, or the layer itself. */
  const layersOf = (id: string) => {
    const note = lies(id)?.note
    return note
      ? all([note])
          .filter(each => each.kind === 'layer')
          .map(each => each.id)
      : []
  }

  /** A layer's name within a sentence. */
  const nameOf = (id: string, otherwise = 'the layer') => layers.value.find(each => each.id === id)?.name ?? otherwise

  /** The layer that is live, or whose mask is. Null when it is a group's mask. */
  const liveLayer = computed(
    () => layers.value.find(layer => layer.id === live.value || layer.mask?.id === live.value) ?? null,
  )
  const isMaskLive = computed(() => liveLayer.value?.id !== live.value)
  /** What is drawn on, in words. */
  const liveName = computed(() => {
    const owner = find(stack.value, note => note.id === live.value || note.mask?.id === live.value)?.note
    return owner ? (owner.id === live.value ? owner.name : `mask of ${owner.name}`) : ''
  })

  /** A layer that is to be live as soon as the worker has made it. */
  let wanted: string | null = null
  function choose(id: string): void {
    const isThere = find(stack.value, note => note.id === id || note.mask?.id === id) !== null
    wanted = isThere ? null : id
    if (isThere) live.value = id
  }

  /** The stack as the worker tells of it. */
  function receive(next: readonly StackNote[]): void {
    stack.value = next
    const has = (id: string) =>
      find(next, note => (note.kind === 'layer' && note.id === id) || note.mask?.id === id) !== null
    chosen.value = chosen.value.filter(has)
    if (wanted && has(wanted)) choose(wanted)
    else if (!has(live.value)) live.value = layers.value[layers.value.length - 1]?.id ?? ''
    if (alone.value && !find(next, note => note.id === alone.value!.id || note.mask?.id === alone.value!.id))
      void showAlone(null)
  }

  function lies(id: string): Lies | null {
    return find(stack.value, note => note.id === id)
  }

  async function showAlone(next: Alone): Promise<void> {
    alone.value = next
    await host.showAlone(next && { ...next })
  }

  const set = (item: string, what: StackSetAct['set']) => host.act({ kind: 'stack-set', item, set: what })
  /** Shows a setting that is still changed; nothing of it is in the record. */
  const show = (item: string, what: StackSetAct['set']) => host.preview('stack', { kind: 'stack-set', item, set: what })
  const put = (item: string, group: string | null, on: string | null) =>
    host.act({ kind: 'stack-put', item, group, on })

  /** How many sheets there is room for, and how many lie there; a mask takes as much room as a layer. */
  const room = computed(() => {
    const { width, height } = sheet()
    const masks = all(stack.value).filter(note => note.mask).length
    return { used: layers.value.length + masks, most: Math.min(layerBudget(width, height).layers, GREATEST_LAYERS) }
  })
  function hasRoom(more = 1): boolean {
    if (room.value.used + more <= room.value.most) return true
    say(`There is room for ${room.value.most} layers and masks on a sheet of this size.`, 'Merge or delete some first.')
    return false
  }

  async function add(): Promise<void> {
    if (!hasRoom()) return
    const id = newLayerId()
    choose(id)
    await host.act({ kind: 'layer-add', layer: id, name: `Layer ${layers.value.length + 1}`, ...onLive() })
  }
  /** Where a new layer lies: on the live one, in its group. */
  function onLive(): { place: number; group?: string } {
    const at = lies(liveLayer.value?.id ?? '')
    const place = layers.value.findIndex(layer => layer.id === at?.note.id) + 1
    return { place, ...(at?.group && { group: at.group.id }) }
  }
  async function copy(item: string): Promise<void> {
    const found = lies(item)
    if (!found) return
    if (found.note.kind === 'group') return copyGroup(found.note)
    if (!hasRoom(found.note.mask ? 2 : 1)) return
    const id = newLayerId()
    choose(id)
    const mask = found.note.mask ? { mask: newLayerId() } : {}
    await host.act({ kind: 'layer-copy', layer: item, copy: id, name: `${found.note.name} copy`.slice(0, 60), ...mask })
  }
  async function copyGroup(note: StackNote): Promise<void> {
    const inside = all([note])
    const masks = inside.flatMap(each => (each.mask ? [each.mask.id] : []))
    if (!hasRoom(inside.filter(each => each.kind === 'layer').length + masks.length)) return
    const ids = [...inside.map(each => each.id), ...masks].map((id): [string, string] => [id, newLayerId()])
    await host.act({ kind: 'stack-copy', group: note.id, name: `${note.name} copy`.slice(0, 60), ids })
  }
  const remove = (item: string) => host.act({ kind: 'stack-remove', item })
  const clear = (layer: string) => host.act({ kind: 'layer-clear', layer })
  const recolour = (layer: string, colour: readonly [number, number, number]) =>
    host.act({ kind: 'recolour', version: 1, layer, colour: [...colour], only: null })
  const rename = (layer: string, name: string) =>
    name.trim() ? host.act({ kind: 'layer-rename', layer, name: name.trim().slice(0, 60) }) : undefined

  /** One up or down among those beside it; at an end of its group, out of it. */
  async function move(item: string, by: 1 | -1): Promise<void> {
    const at = lies(item)
    if (!at) return
    const { siblings, place, group } = at
    const next = siblings[place + by]
    const { announce } = useSpoken()
    if (next) {
      await put(item, group?.id ?? null, by > 0 ? next.id : (siblings[place - 2]?.id ?? null))
      announce(`${siblings[place]!.name}, now ${by > 0 ? 'above' : 'below'} ${next.name}`)
      return
    }
    if (!group) return
    const round = lies(group.id)!
    await put(item, round.group?.id ?? null, by > 0 ? group.id : (round.siblings[round.place - 1]?.id ?? null))
    announce(`${siblings[place]!.name}, now outside ${group.name}`)
  }
  /** Into the group next to it, if there is one. */
  async function moveIn(item: string): Promise<void> {
    const at = lies(item)
    const group = [at?.siblings[at.place - 1], at?.siblings[at.place + 1]].find(note => note?.kind === 'group')
    if (at && group)
      await put(item, group.id, at.siblings[at.place - 1] === group ? group.items[group.items.length - 1]!.id : null)
  }

  /** Puts them in a group, with all that is clipped to them: nothing looks different. */
  async function group(...chosen: string[]): Promise<void> {
    const siblings = lies(chosen[0]!)?.siblings ?? []
    const items = chosen.every(id => siblings.some(each => each.id === id)) ? withClipRuns(siblings, chosen) : chosen
    const names = new Set(stack.value.map(note => note.name))
    let count = 1
    while (names.has(`Group ${count}`)) count++
    await host.act({ kind: 'stack-group', group: newLayerId(), name: `Group ${count}`, items })
  }
  /** Takes a group away; what is clipped to all of it would be clipped to its topmost only, and look different. */
  async function ungroup(id: string): Promise<void> {
    const at = lies(id)
    const above = at?.siblings[at.place + 1]
    if (above?.clip)
      return say(
        `“${above.name}” is clipped to this group.`,
        'Switch that clip off first, or merge the group into one sheet.',
      )
    await host.act({ kind: 'stack-ungroup', group: id })
  }

  async function mergeDown(item: string): Promise<void> {
    const at = lies(item)
    const below = at?.siblings[at.place - 1]
    if (!at || !below) return
    const id = below.kind === 'layer' ? below.id : newLayerId()
    choose(id)
    await host.act({ kind: 'stack-merge', version: 1, what: { kind: 'down', item }, layer: id, name: below.name })
  }
  async function mergeGroup(id: string): Promise<void> {
    const layer = newLayerId()
    const name = lies(id)?.note.name ?? 'Merged'
    choose(layer)
    await host.act({ kind: 'stack-merge', version: 1, what: { kind: 'group', group: id }, layer, name })
  }
  async function flatten(): Promise<void> {
    const layer = newLayerId()
    choose(layer)
    await host.act({ kind: 'stack-merge', version: 1, what: { kind: 'all' }, layer, name: 'All in one' })
  }

  async function addMask(item: string, shows: 'all' | 'nothing' | 'selection'): Promise<void> {
    if (!hasRoom()) return
    const mask = newLayerId()
    choose(mask)
    await host.act({ kind: 'mask-add', item, mask, shows })
  }
  const switchMask = (item: string, isOn: boolean) => host.act({ kind: 'mask-switch', item, isOn })
  const invertMask = (item: string) => host.act({ kind: 'mask-invert', item })
  const removeMask = (item: string) => host.act({ kind: 'mask-remove', item })
  const applyMask = (item: string) => host.act({ kind: 'mask-apply', version: 1, item })

  return {
    stack,
    chosen: readonly(chosen),
    toggleChosen,
    chooseNone,
    layersOf,
    layers,
    live,
    liveLayer,
    isMaskLive,
    liveName,
    nameOf,
    alone,
    room,
    choose,
    receive,
    lies,
    showAlone,
    set,
    show,
    put,
    add,
    onLive,
    hasRoom,
    copy,
    remove,
    clear,
    recolour,
    rename,
    move,
    moveIn,
    group,
    ungroup,
    mergeDown,
    mergeGroup,
    flatten,
    addMask,
    switchMask,
    invertMask,
    removeMask,
    applyMask,
  }
}

export type StackInHand = ReturnType<typeof createStack>

export const { provide: provideStack, use: useStack } = injectable<StackInHand>('stack')

/** Every layer and group. */
function all(notes: readonly StackNote[]): StackNote[] {
  return notes.flatMap(note => [note, ...all(note.items)])
}

function find(
  notes: readonly StackNote[],
  isWanted: (note: StackNote) => boolean,
  group: StackNote | null = null,
): Lies | null {
  for (const [place, note] of notes.entries()) {
    if (isWanted(note)) return { note, siblings: notes, place, group }
    const found = find(note.items, isWanted, note)
    if (found) return found
  }
  return null
}
