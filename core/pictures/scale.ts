import type { Pixels } from '../kernels'

/** The largest size in the same proportion with no more than so many px, and no longer side than so many. */
export function fittedSize(
  { width, height }: { readonly width: number; readonly height: number },
  most: { readonly side: number; readonly area: number },
): { width: number; height: number } {
  const by = Math.min(1, most.side / Math.max(width, height), Math.sqrt(most.area / (width * height)))
  return { width: Math.max(1, Math.floor(width * by)), height: Math.max(1, Math.floor(height * by)) }
}

/** The picture made smaller: each px the mean of what it covers, weighed by alpha and by how much of it is covered. */
export function scaledDown(picture: Pixels, size: { readonly width: number; readonly height: number }): Pixels {
  const { width, height } = size
  const across = sharesOf(picture.width, width)
  const down = sharesOf(picture.height, height)
  const pixels = new Uint8Array(4 * width * height)
  const sums = new Float64Array(4 * width)
  for (let y = 0; y < height; y++) {
    sums.fill(0)
    for (const [from, weight] of down[y]!) addRow(picture, from, weight, across, sums)
    for (let x = 0; x < width; x++) {
      const alpha = sums[4 * x + 3]!
      if (alpha <= 0) continue
      const at = 4 * (y * width + x)
      for (let c = 0; c < 3; c++) pixels[at + c] = Math.floor(sums[4 * x + c]! / alpha + 0.5)
      pixels[at + 3] = Math.floor(alpha + 0.5)
    }
  }
  return { width, height, pixels }
}

type Shares = readonly (readonly [number, number])[]

function addRow({ width, pixels }: Pixels, row: number, weight: number, across: readonly Shares[], sums: Float64Array) {
  for (let x = 0; x < across.length; x++) {
    for (const [from, share] of across[x]!) {
      const at = 4 * (row * width + from)
      const alpha = pixels[at + 3]! * share * weight
      sums[4 * x]! += pixels[at]! * alpha
      sums[4 * x + 1]! += pixels[at + 1]! * alpha
      sums[4 * x + 2]! += pixels[at + 2]! * alpha
      sums[4 * x + 3]! += alpha
    }
  }
}

/** Of which px, and by what share, each of `to` is made out of `from`; the shares of one make 1. */
function sharesOf(from: number, to: number): Shares[] {
  const per = from / to
  return Array.from({ length: to }, (_, i) => {
    const [start, end] = [i * per, Math.min((i + 1) * per, from)]
    const shares: [number, number][] = []
    for (let px = Math.floor(start); px < end; px++) {
      const covered = Math.min(px + 1, end) - Math.max(px, start)
      if (covered > 0) shares.push([px, covered / (end - start)])
    }
    return shares
  })
}
