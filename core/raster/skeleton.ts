/**
 * The skeleton of the set px, one px wide: the parallel thinning of Zhang & Suen 1984 ("A fast parallel algorithm for
 * thinning digital patterns", Communications of the ACM 27). What touches the picture's edge counts as clear beyond it.
 *
 * @param set row-major; non-zero is set
 */
export function skeleton(set: Uint8Array, width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height)
  // Only px that are still there can go.
  let alive = new Int32Array(set.length)
  let count = 0
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      if (!set[i]) continue
      out[i] = 1
      alive[count++] = i
    }
  }
  alive = alive.slice(0, count)
  const gone = new Int32Array(count)
  for (let isChanged = true; isChanged;) {
    isChanged = false
    for (const isSecond of [false, true]) {
      let [going, staying] = [0, 0]
      for (let k = 0; k < count; k++) {
        const i = alive[k]!
        if (goes(out, i, width, isSecond)) gone[going++] = i
        else alive[staying++] = i
      }
      for (let k = 0; k < going; k++) out[gone[k]!] = 0
      count = staying
      isChanged ||= going > 0
    }
  }
  return out
}

function goes(set: Uint8Array, i: number, width: number, isSecond: boolean): boolean {
  // Clockwise from above. Each by itself: an array of them would be made at every px.
  const n = set[i - width]!
  const ne = set[i - width + 1]!
  const e = set[i + 1]!
  const se = set[i + width + 1]!
  const s = set[i + width]!
  const sw = set[i + width - 1]!
  const w = set[i - 1]!
  const nw = set[i - width - 1]!
  const count = n + ne + e + se + s + sw + w + nw
  if (count < 2 || count > 6) return false
  // From clear to set on the way round.
  const rises = (ne & ~n) + (e & ~ne) + (se & ~e) + (s & ~se) + (sw & ~s) + (w & ~sw) + (nw & ~w) + (n & ~nw)
  if (rises !== 1) return false
  return isSecond ? !(n && e && w) && !(n && s && w) : !(n && e && s) && !(e && s && w)
}
