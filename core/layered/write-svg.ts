import { strToU8 } from 'fflate'
import type { Kernels } from '../kernels'
import type { Drawing } from '../layers'
import { LayerFiles, type LayeredFile, type Packing } from './files'
import { escaped, type Written } from './stack-xml'

export const SVG_TYPE = 'image/svg+xml'
export const SVG_NAME = '.svg'

export interface SvgPacking extends Packing {
  readonly base64: (bytes: Uint8Array) => string
}

/**
 * A drawing as an SVG (SVG 2, Compositing and Blending Level 1): an image a layer, groups as they are, with names,
 * opacity, `mix-blend-mode`, `isolation`. Masks and clips become px.
 */
export async function layeredSvgOf(
  kernels: Kernels,
  drawing: Drawing,
  packing: SvgPacking,
  onShare: (share: number) => void = () => {},
): Promise<LayeredFile> {
  const flat = new Set<string>()
  const files = new LayerFiles(drawing.sheet)
  const written = files.writeDrawing(kernels, drawing, { unsaid: [], flat: name => flat.add(name) })
  const made = await files.pack(packing, onShare)
  const { width, height, perInch } = drawing.sheet
  const size = perInch
    ? `width="${width / perInch}in" height="${height / perInch}in"`
    : `width="${width}" height="${height}"`
  const lines = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" version="2" ${size} viewBox="0 0 ${width} ${height}">`,
    // Nothing of it mixes with the page that it lies on.
    ' <g style="isolation:isolate">',
  ]
  addAll(written, 2)
  return { bytes: strToU8([...lines, ' </g>', '</svg>', ''].join('\n')), flat: [...flat] }

  /** Bottom first: what comes later is painted over it. */
  function addAll(items: readonly Written[], depth: number): void {
    const indent = ' '.repeat(depth)
    for (const item of items) {
      lines.push(`${indent}<g${looksOf(item)}><title>${escaped(item.name)}</title>`)
      if (item.kind === 'layer') lines.push(`${indent} ${imageOf(item.at)}`)
      else addAll(item.items, depth + 1)
      lines.push(`${indent}</g>`)
    }
  }

  function imageOf({ src, x, y }: Extract<Written, { kind: 'layer' }>['at']): string {
    const bytes = made.get(src)!
    const head = new DataView(bytes.buffer, bytes.byteOffset)
    // PNG, 11.2.1: width and height stand at 16 and 20.
    const [w, h] = [head.getUint32(16), head.getUint32(20)]
    const href = `data:image/png;base64,${packing.base64(bytes)}`
    return `<image x="${x}" y="${y}" width="${w}" height="${h}" href="${href}"/>`
  }
}

function looksOf(item: Written): string {
  const { visible, opacity, mode } = item
  const style = [
    ...(mode === 'normal' ? [] : [`mix-blend-mode:${mode}`]),
    ...(item.kind === 'stack' && item.isIsolated ? ['isolation:isolate'] : []),
    ...(visible ? [] : ['display:none']),
  ]
  return (
    (opacity === 100 ? '' : ` opacity="${opacity / 100}"`) + (style.length > 0 ? ` style="${style.join(';')}"` : '')
  )
}
