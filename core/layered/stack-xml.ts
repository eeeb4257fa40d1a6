import type { Sheet } from '../layers'
import { opOf } from './modes'
import { OWN_FILE, OWN_NAMESPACE, OWN_PREFIX } from './own'

/** Where a layer's px lie in the file, and on the sheet. */
export interface Placed {
  readonly src: string
  readonly x: number
  readonly y: number
}

/** What `stack.xml` says, bottom first. */
export type Written = WrittenLayer | WrittenStack
interface WrittenItem {
  readonly name: string
  readonly visible: boolean
  readonly opacity: number
  readonly mode: Parameters<typeof opOf>[0]
  readonly isLocked: boolean
}
export interface WrittenLayer extends WrittenItem {
  readonly kind: 'layer'
  readonly at: Placed
}
export interface WrittenStack extends WrittenItem {
  readonly kind: 'stack'
  readonly isIsolated: boolean
  readonly items: readonly Written[]
}

/** Version of the standard that is written. */
const VERSION = '0.0.3'
/** Of a sheet for screens. */
const PLAIN_RESOLUTION = 96

/** `stack.xml` of OpenRaster: the topmost layer comes first. */
export function stackXml({ width, height, perInch = PLAIN_RESOLUTION }: Sheet, items: readonly Written[]): string {
  const lines = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<image version="${VERSION}" w="${width}" h="${height}" xres="${perInch}" yres="${perInch}" ` +
      `xmlns:${OWN_PREFIX}="${OWN_NAMESPACE}" ${OWN_PREFIX}:stack="${OWN_FILE}">`,
    ' <stack>',
  ]
  addAll(items, 2)
  return [...lines, ' </stack>', '</image>', ''].join('\n')

  function addAll(siblings: readonly Written[], depth: number): void {
    const indent = ' '.repeat(depth)
    for (const item of siblings.toReversed()) {
      const looks =
        `name="${escaped(item.name)}" opacity="${item.opacity / 100}" ` +
        `visibility="${item.visible ? 'visible' : 'hidden'}" composite-op="${opOf(item.mode)}"` +
        (item.isLocked ? ' edit-locked="true"' : '')
      if (item.kind === 'layer') {
        lines.push(`${indent}<layer ${looks} src="${escaped(item.at.src)}" x="${item.at.x}" y="${item.at.y}"/>`)
        continue
      }
      lines.push(`${indent}<stack ${looks} isolation="${item.isIsolated ? 'isolate' : 'auto'}">`)
      addAll(item.items, depth + 1)
      lines.push(`${indent}</stack>`)
    }
  }
}

const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }

/** As it stands in XML, without what XML 1.0 has no sign for (§2.2). */
export function escaped(text: string): string {
  const sayable = Array.from(text).filter(sign => {
    const code = sign.codePointAt(0)!
    return code >= 0x20 && !(code >= 0xd800 && code <= 0xdfff) && code !== 0xfffe && code !== 0xffff
  })
  return sayable.join('').replace(/[&<>"]/g, sign => ENTITIES[sign]!)
}
