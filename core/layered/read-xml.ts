import { SaxesParser, type SaxesTagNS } from 'saxes'
import { CoreError } from '../base'
import { OWN_NAMESPACE } from './own'

/** `stack.xml` as it was read; what is at its default is filled in. Topmost first, as it stands there. */
export interface ReadImage {
  readonly width: number
  readonly height: number
  readonly perInch: number | null
  /** The file with the stack as it is here, if it names one. */
  readonly own: string | null
  readonly items: readonly ReadItem[]
  /** Kinds of elements that nobody here knows, each once. */
  readonly unknown: readonly string[]
}
export type ReadItem = ReadLayer | ReadStack
interface ReadLooks {
  readonly name: string
  readonly visible: boolean
  /** 0 … 1. */
  readonly opacity: number
  readonly op: string
  readonly isLocked: boolean
  /** Px, from the top left corner of the stack that it lies in. */
  readonly x: number
  readonly y: number
  /** Where it stands in the file. */
  readonly line: number
}
export interface ReadLayer extends ReadLooks {
  readonly kind: 'layer'
  readonly src: string
}
export interface ReadStack extends ReadLooks {
  readonly kind: 'stack'
  readonly isIsolated: boolean
  readonly items: readonly ReadItem[]
}

/** Layers and groups in one file at most, and groups in one another: what is more is no drawing. */
const MOST_ITEMS = 2000
const DEEPEST = 40

/** What is wrong, and where. */
export function fault(where: string, what: string, fix = 'Save it anew in the program that it comes from.'): CoreError {
  return new CoreError('layered-file', `${where}: ${what}`, fix)
}
const inXml = (line: number, what: string, fix?: string) => fault(`stack.xml, line ${line}`, what, fix)

type Tag = SaxesTagNS
interface Open {
  readonly looks: ReadLooks
  readonly isIsolated: boolean
  readonly items: ReadItem[]
}

/** Throws CoreError `layered-file` with the line of the fault. */
export function readStackXml(text: string): ReadImage {
  const parser = new SaxesParser({ xmlns: true })
  let image: Omit<ReadImage, 'items' | 'unknown'> | null = null
  let root: readonly ReadItem[] | null = null
  let count = 0
  const open: Open[] = []
  const unknown = new Set<string>()
  /** Within something that nobody here knows. */
  let skipped = 0

  parser.on('error', error => {
    throw inXml(parser.line, `the XML is broken (${error.message.replace(/^\d+:\d+: /, '').slice(0, 120)})`)
  })
  parser.on('opentag', tag => {
    if (skipped > 0) return void skipped++
    if (tag.name === 'image' && !image) image = imageOf(tag, parser.line)
    else if (!image) throw inXml(parser.line, `it begins with “${tag.name}”, not with “image”`)
    else if (tag.name === 'stack') openStack(tag)
    else if (tag.name === 'layer' && open.length > 0) addLayer(tag)
    else {
      unknown.add(tag.name)
      skipped = 1
    }
  })
  parser.on('closetag', tag => {
    if (skipped > 0) return void skipped--
    if (tag.name !== 'stack') return
    const { looks, isIsolated, items } = open.pop()!
    const parent = open.at(-1)
    if (parent) parent.items.push({ kind: 'stack', ...looks, isIsolated, items })
    else root = items
  })

  function openStack(tag: Tag): void {
    if (root) throw inXml(parser.line, 'there is a second stack beside the first')
    counted()
    if (open.length >= DEEPEST) throw inXml(parser.line, `groups lie in one another more than ${DEEPEST} deep`)
    open.push({ looks: looksOf(tag, parser.line), isIsolated: valueOf(tag, 'isolation') === 'isolate', items: [] })
  }
  function addLayer(tag: Tag): void {
    counted()
    const src = valueOf(tag, 'src')
    if (!src) throw inXml(parser.line, 'a layer names no picture (“src”)')
    open.at(-1)!.items.push({ kind: 'layer', ...looksOf(tag, parser.line), src })
  }
  function counted(): void {
    if (++count > MOST_ITEMS)
      throw inXml(
        parser.line,
        `there are more than ${MOST_ITEMS} layers`,
        'Merge layers there, then bring it in again.',
      )
  }

  parser.write(text).close()
  const found = image as Omit<ReadImage, 'items' | 'unknown'> | null
  if (!found || !root) throw inXml(parser.line, 'there is no stack in it')
  return { ...found, items: root, unknown: [...unknown] }
}

function imageOf(tag: Tag, line: number): Omit<ReadImage, 'items' | 'unknown'> {
  const own = Object.values(tag.attributes).find(each => each.uri === OWN_NAMESPACE && each.local === 'stack')
  const perInch = valueOf(tag, 'xres')
  return {
    width: wholeOf(tag, 'w', line),
    height: wholeOf(tag, 'h', line),
    perInch: perInch && /^\d{1,5}$/.test(perInch) ? Number(perInch) : null,
    own: own?.value ?? null,
  }
}

function looksOf(tag: Tag, line: number): ReadLooks {
  const opacity = valueOf(tag, 'opacity') ?? '1'
  const value = Number(opacity)
  if (opacity.trim() === '' || !(value >= 0 && value <= 1))
    throw inXml(line, `an opacity of “${opacity}” is not from 0 to 1`)
  const visibility = valueOf(tag, 'visibility') ?? 'visible'
  return {
    name: valueOf(tag, 'name') ?? '',
    visible: visibility !== 'hidden',
    opacity: value,
    op: valueOf(tag, 'composite-op') ?? 'svg:src-over',
    isLocked: valueOf(tag, 'edit-locked') === 'true',
    x: wholeOf(tag, 'x', line, 0),
    y: wholeOf(tag, 'y', line, 0),
    line,
  }
}

const valueOf = (tag: Tag, name: string) => tag.attributes[name]?.value

function wholeOf(tag: Tag, name: string, line: number, otherwise?: number): number {
  const text = valueOf(tag, name)
  if (text === undefined && otherwise !== undefined) return otherwise
  if (!text || !/^\s*[+-]?\d{1,6}(\.0*)?\s*$/.test(text))
    throw inXml(line, `“${name}” is “${text ?? ''}”, not a whole number`)
  return Number(text)
}
