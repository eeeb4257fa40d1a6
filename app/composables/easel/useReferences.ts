import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { computed, shallowRef, toRaw, watch } from 'vue'
import { outerCorners, type Held } from '#core/parts'
import { readPicture, PictureTrouble } from '../../sheet/pictures'
import type { SheetRemote } from '../../workers/sheet/contract'
import { injectable } from '../common/injectable'

/** A picture beside the sheet, or under it. Kept in this browser; no part of the drawing. */
export interface Reference {
  readonly id: string
  readonly drawing: number
  readonly name: string
  readonly blob: Blob
  readonly width: number
  readonly height: number
  readonly isFlipped: boolean
  readonly isGrey: boolean
  /** How strongly it lies under the drawing, %; null: it hangs beside the sheet. */
  readonly under: number | null
  /** Where it lies then, as corners of it on the sheet. */
  readonly held: Held | null
  readonly addedAt: number
}

interface Shelves extends DBSchema {
  references: { key: string; value: Reference; indexes: { drawing: number } }
}

/** Pictures at one drawing at most: more than anyone can look at. */
const MOST = 12

let opened: Promise<IDBPDatabase<Shelves>> | null = null
function store(): Promise<IDBPDatabase<Shelves>> {
  opened ??= openDB<Shelves>('little-easel-references', 1, {
    upgrade: db => void db.createObjectStore('references', { keyPath: 'id' }).createIndex('drawing', 'drawing'),
  })
  return opened
}

/** Reference pictures of one drawing. */
export function createReferences(
  drawing: number,
  host: SheetRemote,
  sheet: () => { readonly width: number; readonly height: number },
  say: (message: string, fix: string) => void,
) {
  const pictures = shallowRef<readonly Reference[]>([])
  /** Whether the board beside the sheet is open. */
  const isOpen = shallowRef(false)
  const given = new Set<string>()
  const under = computed(() => pictures.value.find(each => each.under !== null) ?? null)
  /** Whether the picture under the sheet is being placed. */
  const isPlacing = shallowRef(false)

  const isNotKept = (error: unknown) => {
    console.warn('reference not kept', error)
    say('This browser does not keep the picture.', 'It stays here until the page is closed.')
  }
  const keep = (picture: Reference) =>
    store()
      .then(db => db.put('references', toRaw(picture)))
      .catch(isNotKept)

  /** What is kept is read first: it tells what was given already, and where it was put. */
  let loaded: Promise<void> = Promise.resolve()
  const load = (): Promise<void> => (loaded = read())
  async function read(): Promise<void> {
    try {
      const kept = await (await store()).getAllFromIndex('references', 'drawing', drawing)
      pictures.value = kept.sort((a, b) => a.addedAt - b.addedAt)
      isOpen.value = kept.some(each => each.under === null)
      await showUnder()
    } catch (error) {
      console.warn('references not read', error)
    }
  }

  async function add(files: Iterable<File | Blob>): Promise<void> {
    for (const file of files) {
      const name = file instanceof File ? file.name : 'picture'
      if (pictures.value.length >= MOST) return say(`${MOST} pictures hang here already.`, 'Take one away first.')
      try {
        const { blob, width, height, wasAnimated } = await readPicture(file)
        const picture: Reference = {
          id: crypto.randomUUID(),
          drawing,
          name,
          blob,
          width,
          height,
          isFlipped: false,
          isGrey: false,
          under: null,
          held: null,
          addedAt: Date.now(),
        }
        pictures.value = [...pictures.value, picture]
        isOpen.value = true
        void keep(picture)
        if (wasAnimated) say(`“${name}” moves: only its first picture is shown.`, 'That is all a reference needs.')
      } catch (error) {
        if (!(error instanceof PictureTrouble)) throw error
        say(`“${name}”: ${error.message}`, error.fix)
      }
    }
  }

  /**
   * Pins up a picture that the plan gives, or lays it under the whole sheet, once for a drawing: what was put away
   * stays away.
   */
  async function give(name: string, blob: Blob, isUnder = false): Promise<void> {
    const id = `given-${drawing}-${name}`
    await loaded
    if (given.has(id) || pictures.value.some(each => each.id === id)) return
    given.add(id)
    try {
      const { width, height } = await readPicture(blob)
      const picture: Reference = {
        id,
        drawing,
        name: 'from your teacher',
        blob,
        width,
        height,
        isFlipped: false,
        isGrey: false,
        under: null,
        held: null,
        addedAt: Date.now(),
      }
      pictures.value = [...pictures.value.filter(each => each.id !== id), picture]
      if (isUnder) lay(id)
      else isOpen.value = true
    } catch (error) {
      console.warn('the plan’s reference is not shown', error)
    }
  }
  /** Under the whole sheet, faintly, in place of what lay there. */
  function lay(id: string): void {
    const picture = pictures.value.find(each => each.id === id)!
    change(id, { under: 40, held: fitted(picture, sheet(), true) })
    isOpen.value = pictures.value.some(each => each.under === null)
  }

  function change(id: string, set: Partial<Reference>): void {
    pictures.value = pictures.value.map(each => (each.id === id ? { ...each, ...set } : each))
    const changed = pictures.value.find(each => each.id === id)
    if (changed) void keep(changed)
  }

  function remove(id: string): void {
    pictures.value = pictures.value.filter(each => each.id !== id)
    void store()
      .then(db => db.delete('references', id))
      .catch(isNotKept)
  }

  /** Lays a picture under the drawing, fitted into the sheet; the one that lay there hangs beside it again. */
  function layUnder(id: string): void {
    const picture = pictures.value.find(each => each.id === id)
    if (!picture) return
    if (under.value) change(under.value.id, { under: null })
    change(id, { under: 40, held: picture.held ?? fitted(picture, sheet(), false) })
  }
  function fit(id: string, fills: boolean): void {
    const picture = pictures.value.find(each => each.id === id)
    if (picture) change(id, { held: fitted(picture, sheet(), fills) })
  }
  function takeUp(id: string): void {
    isPlacing.value = false
    change(id, { under: null })
    isOpen.value = true
  }

  /** Tells the worker what lies under the drawing. */
  async function showUnder(): Promise<void> {
    const { value } = under
    if (!value?.held) return void (await host.layUnder(null))
    const corners = outerCorners(value.held).flatMap(({ x, y }) => [x, y])
    await host.layUnder({
      id: value.id,
      blob: value.blob,
      corners,
      opacity: value.under!,
      isFlipped: value.isFlipped,
      isGrey: value.isGrey,
    })
  }
  watch(under, () => void showUnder())

  return { pictures, isOpen, under, isPlacing, load, add, give, change, remove, layUnder, takeUp, fit }
}
export type References = ReturnType<typeof createReferences>

export const { provide: provideReferences, use: useReferences } = injectable<References>('reference pictures')

/** The whole picture in the middle of the sheet: inside it, or over all of it. */
export function fitted(
  { width, height }: { readonly width: number; readonly height: number },
  sheet: { readonly width: number; readonly height: number },
  fills: boolean,
): Held {
  const scales = [sheet.width / width, sheet.height / height]
  const scale = fills ? Math.max(...scales) : Math.min(...scales)
  const [x0, y0] = [(sheet.width - width * scale) / 2, (sheet.height - height * scale) / 2]
  const [x1, y1] = [x0 + width * scale, y0 + height * scale]
  return {
    box: { x0: 0, y0: 0, x1: width, y1: height },
    to: { kind: 'corners', points: [x0, y0, x1, y0, x1, y1, x0, y1] },
  }
}
