/**
 * The skeleton of the set px, one px wide: the parallel thinning of Zhang & Suen 1984 ("A fast parallel algorithm for
 * thinning digital patterns", Communications of the ACM 27). What touches the picture's edge counts as clear beyond it.
 *
 * @param set row-major; non-zero is set
 */
export function skeleton(set: Uint8Array, width: number, height: number): Uint8Array {
  const out = Uint8Array.from(set, value => (value ? 1 : 0))
  for (let x = 0; x < width; x++) out[x] = out[(height - 1) * width + x] = 0
  for (let y = 0; y < height; y++) out[y * width] = out[y * width + width - 1] = 0
  // Only px that are still there can go.
  let alive: number[] = []
  for (let i = 0; i < out.length; i++) if (out[i]) alive.push(i)
  for (let isChanged = true; isChanged;) {
    isChanged = false
    for (const isSecond of [false, true]) {
      const gone = alive.filter(i => goes(out, i, width, isSecond))
      for (const i of gone) out[i] = 0
      if (!gone.length) continue
      isChanged = true
      alive = alive.filter(i => out[i])
    }
  }
  return out
}

function goes(set: Uint8Array, i: number, width: number, isSecond: boolean): boolean {
  // Clockwise from above.
  const [n, ne, e, se, s, sw, w, nw] = [set[i - width]!, set[i - width + 1]!, set[i + 1]!, set[i + width + 1]!, set[i + width]!, set[i + width - 1]!, set[i - 1]!, set[i - width - 1]!]
  const count = n + ne + e + se + s + sw + w + nw
  if (count < 2 || count > 6) return false
  const rises = (a: number, b: number) => (a === 0 && b === 1 ? 1 : 0)
  if (rises(n, ne) + rises(ne, e) + rises(e, se) + rises(se, s) + rises(s, sw) + rises(sw, w) + rises(w, nw) + rises(nw, n) !== 1) return false
  return isSecond ? !(n && e && w) && !(n && s && w) : !(n && e && s) && !(e && s && w)
}
