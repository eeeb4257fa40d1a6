// Longer than 300 lines: every way of mixing in a few lines each, and the one loop that chooses among them.
// Layers with blend modes, masks, clips and groups: a list of commands run row by row over float
// accumulators, four planes of 256 values a level (red, green, blue times alpha, 0 … 255; alpha, 0 … 1).

import { channel, greater, lesser, packed, rounded, unit } from './lanes'

// @ts-ignore: decorator
@inline
const PLANE: usize = 1024
// @ts-ignore: decorator
@inline
const LEVEL: usize = 4096

// The modes' numbers are those of `BLEND_MODES` in ../modes.ts.
// @ts-ignore: decorator
@inline
const SATURATE: i32 = 12
// @ts-ignore: decorator
@inline
const PLUS_LIGHTER: i32 = 16

// @ts-ignore: decorator
@inline
function splat(value: f32): v128 {
  return f32x4.splat(value)
}

// @ts-ignore: decorator
@inline
function times(b: v128, s: v128): v128 {
  return f32x4.mul(f32x4.mul(b, s), splat(1.0 / 255.0))
}

// @ts-ignore: decorator
@inline
function screened(b: v128, s: v128): v128 {
  return f32x4.sub(f32x4.add(b, s), times(b, s))
}

// @ts-ignore: decorator
@inline
function hardLit(b: v128, s: v128): v128 {
  const twice = f32x4.add(s, s)
  const isDark = f32x4.le(s, splat(127.5))
  const source = v128.bitselect(twice, f32x4.sub(twice, splat(255)), isDark)
  const product = times(b, source)
  return v128.bitselect(product, f32x4.sub(f32x4.add(b, source), product), isDark)
}

// @ts-ignore: decorator
@inline
function dodged(b: v128, s: v128): v128 {
  const lit = lesser(splat(255), f32x4.div(f32x4.mul(b, splat(255)), f32x4.sub(splat(255), s)))
  const full = v128.bitselect(splat(255), lit, f32x4.ge(s, splat(254.99)))
  return v128.bitselect(splat(0), full, f32x4.lt(b, splat(0.01)))
}

// @ts-ignore: decorator
@inline
function burnt(b: v128, s: v128): v128 {
  const dark = f32x4.sub(splat(255), lesser(splat(255), f32x4.div(f32x4.mul(f32x4.sub(splat(255), b), splat(255)), s)))
  const full = v128.bitselect(splat(0), dark, f32x4.lt(s, splat(0.01)))
  return v128.bitselect(splat(255), full, f32x4.gt(b, splat(254.99)))
}

// @ts-ignore: decorator
@inline
function softLit(back: v128, source: v128): v128 {
  const b = f32x4.mul(back, splat(1.0 / 255.0))
  const s = f32x4.mul(source, splat(1.0 / 255.0))
  const twice = f32x4.sub(f32x4.add(s, s), splat(1))
  const dark = f32x4.add(b, f32x4.mul(f32x4.mul(twice, b), f32x4.sub(splat(1), b)))
  const curve = f32x4.mul(f32x4.add(f32x4.mul(f32x4.sub(f32x4.mul(splat(16), b), splat(12)), b), splat(4)), b)
  const root = v128.bitselect(curve, f32x4.sqrt(greater(b, splat(0))), f32x4.le(b, splat(0.25)))
  const light = f32x4.add(b, f32x4.mul(twice, f32x4.sub(root, b)))
  return f32x4.mul(v128.bitselect(dark, light, f32x4.le(s, splat(0.5))), splat(255))
}

/** B(cb, cs) of the separable modes (W3C Compositing and Blending Level 1, §10.1); `mode` is known when this is compiled. */
// @ts-ignore: decorator
@inline
function separable(mode: i32, b: v128, s: v128): v128 {
  if (mode == 1) return times(b, s)
  if (mode == 2) return screened(b, s)
  if (mode == 3) return hardLit(s, b)
  if (mode == 4) return lesser(b, s)
  if (mode == 5) return greater(b, s)
  if (mode == 6) return dodged(b, s)
  if (mode == 7) return burnt(b, s)
  if (mode == 8) return hardLit(b, s)
  if (mode == 9) return softLit(b, s)
  if (mode == 10) return f32x4.abs(f32x4.sub(b, s))
  if (mode == 11) return f32x4.sub(f32x4.add(b, s), f32x4.mul(splat(2), times(b, s)))
  return s
}

// @ts-ignore: decorator
@inline
function lum(r: v128, g: v128, b: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(splat(0.3), r), f32x4.mul(splat(0.59), g)), f32x4.mul(splat(0.11), b))
}

// @ts-ignore: decorator
@inline
function least(r: v128, g: v128, b: v128): v128 {
  return lesser(lesser(r, g), b)
}

// @ts-ignore: decorator
@inline
function most(r: v128, g: v128, b: v128): v128 {
  return greater(greater(r, g), b)
}

/**
 * Blends one row of a source over the accumulators. The source is a tile's row (`fromTile`), or the
 * accumulators of the level above, made straight again. On opaque ground the last row of all goes out as pixels at
 * once, to `to` (0: into the accumulators).
 */
// @ts-ignore: decorator
@inline
function blendRow(
  mode: i32, fromTile: bool, source: usize, mask: usize, base: f32, opacity: f32,
  acc: usize, lanes: i32, isOpaque: bool, isAtop: bool, to: usize,
): void {
  const one = splat(1)
  for (let x: usize = 0; x < <usize>lanes << 2; x += 16) {
    let sr: v128
    let sg: v128
    let sb: v128
    let sa: v128
    if (fromTile) {
      const pixels = v128.load(source + x)
      const alpha = i32x4.shr_u(pixels, 24)
      if (!to && !v128.any_true(alpha)) continue
      sr = channel(pixels, 0)
      sg = channel(pixels, 8)
      sb = channel(pixels, 16)
      sa = f32x4.mul(f32x4.convert_i32x4_s(alpha), splat(opacity))
    } else {
      const alpha = v128.load(source + x, 3 * PLANE)
      if (!v128.any_true(alpha)) continue
      const per = v128.bitselect(f32x4.div(one, alpha), splat(0), f32x4.gt(alpha, splat(0)))
      sr = f32x4.mul(v128.load(source + x), per)
      sg = f32x4.mul(v128.load(source + x, PLANE), per)
      sb = f32x4.mul(v128.load(source + x, 2 * PLANE), per)
      sa = f32x4.mul(alpha, splat(opacity))
    }
    if (mask) sa = f32x4.mul(sa, shown4(mask + x, base))
    const r = v128.load(acc + x)
    const g = v128.load(acc + x, PLANE)
    const b = v128.load(acc + x, 2 * PLANE)
    if (isOpaque) {
      let br = sr
      let bg = sg
      let bb = sb
      if (mode == PLUS_LIGHTER) {
        br = lesser(splat(255), f32x4.add(r, f32x4.mul(sr, sa)))
        bg = lesser(splat(255), f32x4.add(g, f32x4.mul(sg, sa)))
        bb = lesser(splat(255), f32x4.add(b, f32x4.mul(sb, sa)))
      } else {
        if (mode >= SATURATE) {
          br = toned(mode, r, g, b, sr, sg, sb)
          bg = toneG
          bb = toneB
        } else if (mode > 0) {
          br = separable(mode, r, sr)
          bg = separable(mode, g, sg)
          bb = separable(mode, b, sb)
        }
        br = f32x4.add(r, f32x4.mul(f32x4.sub(br, r), sa))
        bg = f32x4.add(g, f32x4.mul(f32x4.sub(bg, g), sa))
        bb = f32x4.add(b, f32x4.mul(f32x4.sub(bb, b), sa))
      }
      if (to) {
        v128.store(to + x, packed(br, bg, bb))
      } else {
        v128.store(acc + x, br)
        v128.store(acc + x, bg, PLANE)
        v128.store(acc + x, bb, 2 * PLANE)
      }
      continue
    }
    const a = v128.load(acc + x, 3 * PLANE)
    const keep = f32x4.sub(one, sa)
    if (mode == PLUS_LIGHTER) {
      const share = isAtop ? f32x4.mul(sa, a) : sa
      const alpha = isAtop ? a : lesser(one, f32x4.add(a, sa))
      const limit = f32x4.mul(splat(255), alpha)
      v128.store(acc + x, lesser(limit, f32x4.add(r, f32x4.mul(sr, share))))
      v128.store(acc + x, lesser(limit, f32x4.add(g, f32x4.mul(sg, share))), PLANE)
      v128.store(acc + x, lesser(limit, f32x4.add(b, f32x4.mul(sb, share))), 2 * PLANE)
      v128.store(acc + x, alpha, 3 * PLANE)
      continue
    }
    // What the source shows: its own colour where nothing lies below, the blended one where something does.
    let fr = sr
    let fg = sg
    let fb = sb
    if (mode > 0) {
      const per = v128.bitselect(f32x4.div(one, a), splat(0), f32x4.gt(a, splat(0)))
      const cr = f32x4.mul(r, per)
      const cg = f32x4.mul(g, per)
      const cb = f32x4.mul(b, per)
      let br: v128
      let bg: v128
      let bb: v128
      if (mode >= SATURATE) {
        br = toned(mode, cr, cg, cb, sr, sg, sb)
        bg = toneG
        bb = toneB
      } else {
        br = separable(mode, cr, sr)
        bg = separable(mode, cg, sg)
        bb = separable(mode, cb, sb)
      }
      fr = f32x4.add(sr, f32x4.mul(f32x4.sub(br, sr), a))
      fg = f32x4.add(sg, f32x4.mul(f32x4.sub(bg, sg), a))
      fb = f32x4.add(sb, f32x4.mul(f32x4.sub(bb, sb), a))
      if (isAtop) {
        fr = br
        fg = bg
        fb = bb
      }
    }
    const share = isAtop ? f32x4.mul(sa, a) : sa
    v128.store(acc + x, f32x4.add(f32x4.mul(r, keep), f32x4.mul(fr, share)))
    v128.store(acc + x, f32x4.add(f32x4.mul(g, keep), f32x4.mul(fg, share)), PLANE)
    v128.store(acc + x, f32x4.add(f32x4.mul(b, keep), f32x4.mul(fb, share)), 2 * PLANE)
    if (!isAtop) v128.store(acc + x, f32x4.add(f32x4.mul(a, keep), sa), 3 * PLANE)
  }
}

/** How much a mask shows of each of four pixels, 0 … 1: its lightness where it is painted, `base` where it is not. */
// @ts-ignore: decorator
@inline
function shown4(mask: usize, base: f32): v128 {
  const pixels = v128.load(mask)
  const light = f32x4.add(
    f32x4.add(f32x4.mul(channel(pixels, 0), splat(0.2125 / 255.0)), f32x4.mul(channel(pixels, 8), splat(0.7154 / 255.0))),
    f32x4.mul(channel(pixels, 16), splat(0.0721 / 255.0)),
  )
  const a = f32x4.mul(f32x4.convert_i32x4_s(i32x4.shr_u(pixels, 24)), splat(1.0 / 255.0))
  const shown = f32x4.add(splat(base), f32x4.mul(f32x4.sub(light, splat(base)), a))
  return unit(shown)
}

let toneG: v128 = i32x4.splat(0)
let toneB: v128 = i32x4.splat(0)

/** B(cb, cs) of the four modes that take hue, saturation and lightness apart (§10.2). Red is returned, green and blue are left in `toneG` and `toneB`. */
// @ts-ignore: decorator
@inline
function toned(mode: i32, cr: v128, cg: v128, cb: v128, sr: v128, sg: v128, sb: v128): v128 {
  let r = sr
  let g = sg
  let b = sb
  let l = lum(cr, cg, cb)
  if (mode == 12 || mode == 13) {
    // SetSat: hue takes the source's colour and the backdrop's saturation, saturation the other way round.
    const isHue = mode == 12
    if (!isHue) {
      r = cr
      g = cg
      b = cb
    }
    const sat = isHue ? f32x4.sub(most(cr, cg, cb), least(cr, cg, cb)) : f32x4.sub(most(sr, sg, sb), least(sr, sg, sb))
    const n = least(r, g, b)
    const span = f32x4.sub(most(r, g, b), n)
    const scale = v128.bitselect(f32x4.div(sat, span), splat(0), f32x4.gt(span, splat(0)))
    r = f32x4.mul(f32x4.sub(r, n), scale)
    g = f32x4.mul(f32x4.sub(g, n), scale)
    b = f32x4.mul(f32x4.sub(b, n), scale)
  }
  if (mode == 15) {
    r = cr
    g = cg
    b = cb
    l = lum(sr, sg, sb)
  }
  const d = f32x4.sub(l, lum(r, g, b))
  r = f32x4.add(r, d)
  g = f32x4.add(g, d)
  b = f32x4.add(b, d)
  const own = lum(r, g, b)
  const n = least(r, g, b)
  const x = most(r, g, b)
  // ClipColor (§10.2). A grey, but for rounding, is not stretched.
  const below = f32x4.sub(own, n)
  const isLow = v128.and(f32x4.lt(n, splat(0)), f32x4.gt(below, splat(0.001)))
  if (v128.any_true(isLow)) {
    r = v128.bitselect(f32x4.add(own, f32x4.div(f32x4.mul(f32x4.sub(r, own), own), below)), r, isLow)
    g = v128.bitselect(f32x4.add(own, f32x4.div(f32x4.mul(f32x4.sub(g, own), own), below)), g, isLow)
    b = v128.bitselect(f32x4.add(own, f32x4.div(f32x4.mul(f32x4.sub(b, own), own), below)), b, isLow)
  }
  const above = f32x4.sub(x, own)
  const isHigh = v128.and(f32x4.gt(x, splat(255)), f32x4.gt(above, splat(0.001)))
  if (v128.any_true(isHigh)) {
    const room = f32x4.sub(splat(255), own)
    r = v128.bitselect(f32x4.add(own, f32x4.div(f32x4.mul(f32x4.sub(r, own), room), above)), r, isHigh)
    g = v128.bitselect(f32x4.add(own, f32x4.div(f32x4.mul(f32x4.sub(g, own), room), above)), g, isHigh)
    b = v128.bitselect(f32x4.add(own, f32x4.div(f32x4.mul(f32x4.sub(b, own), room), above)), b, isHigh)
  }
  toneG = g
  toneB = b
  return r
}

/** A loop of its own for each mode. */
function blendTileRow(mode: i32, source: usize, mask: usize, base: f32, opacity: f32, acc: usize, lanes: i32, isOpaque: bool, isAtop: bool, to: usize): void {
  switch (mode) {
    case 0: return blendRow(0, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 1: return blendRow(1, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 2: return blendRow(2, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 3: return blendRow(3, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 4: return blendRow(4, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 5: return blendRow(5, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 6: return blendRow(6, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 7: return blendRow(7, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 8: return blendRow(8, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 9: return blendRow(9, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 10: return blendRow(10, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 11: return blendRow(11, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 12: return blendRow(12, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 13: return blendRow(13, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 14: return blendRow(14, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 15: return blendRow(15, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
    case 16: return blendRow(16, true, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, to)
  }
}

/** A group's row: there are few of them. */
function blendLevelRow(mode: i32, source: usize, mask: usize, base: f32, opacity: f32, acc: usize, lanes: i32, isOpaque: bool, isAtop: bool): void {
  blendRow(mode, false, source, mask, base, opacity, acc, lanes, isOpaque, isAtop, 0)
}

/** Goes from the row below a see-through group to the row with it by the group's opacity and mask. */
function towardRow(group: usize, mask: usize, base: f32, opacity: f32, acc: usize, lanes: i32): void {
  for (let x: usize = 0; x < <usize>lanes << 2; x += 16) {
    let t = splat(opacity)
    if (mask) t = f32x4.mul(t, shown4(mask + x, base))
    for (let plane: usize = 0; plane < LEVEL; plane += PLANE) {
      const below = v128.load(acc + x + plane)
      v128.store(acc + x + plane, f32x4.add(below, f32x4.mul(f32x4.sub(v128.load(group + x + plane), below), t)))
    }
  }
}

/**
 * Runs the commands over each row. A command takes 32 bytes: what (0 a tile, 1 open a group of its own, 2 open a
 * see-through group, 3 close the first, 4 close the second), mode, tile, mask (0: none), the mask's base (f32),
 * opacity (f32; of a tile ÷ 255), whether it lies atop (only where there is something). `levels` is room for the
 * accumulators of every level that is open at once.
 */
export function blendRows(
  commands: usize, count: i32, levels: usize, out: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  hasPaper: bool, red: f32, green: f32, blue: f32,
): void {
  const end = commands + (<usize>count << 5)
  const one = splat(1)
  for (let y = y0; y < y0 + rows; y++) {
    const at = (<usize>y << 10) + (<usize>x0 << 2)
    let acc = levels
    let opaque = hasPaper ? 1 : 0 // one bit a level
    let first = commands
    if (hasPaper && coversPaper(commands, end)) {
      coverRow(<usize>load<u32>(commands, 8) + at, load<f32>(commands, 20), acc, lanes, splat(red), splat(green), splat(blue))
      first += 32
    } else fillRow(acc, lanes, hasPaper ? splat(red) : splat(0), hasPaper ? splat(green) : splat(0), hasPaper ? splat(blue) : splat(0), hasPaper ? one : splat(0))
    let isOut = false
    for (let command = first; command < end; command += 32) {
      const what = load<u32>(command)
      if (what == 1) {
        acc += LEVEL
        opaque = opaque << 1
        fillRow(acc, lanes, splat(0), splat(0), splat(0), splat(0))
        continue
      }
      if (what == 2) {
        copyRow(acc, acc + LEVEL, lanes)
        acc += LEVEL
        opaque = (opaque << 1) | (opaque & 1)
        continue
      }
      const mode = load<i32>(command, 4)
      const maskTile = <usize>load<u32>(command, 12)
      const mask = maskTile ? maskTile + at : 0
      const base = load<f32>(command, 16)
      const opacity = load<f32>(command, 20)
      const isAtop = load<u32>(command, 24) != 0
      if (what == 0) {
        isOut = hasPaper && command + 32 == end
        blendTileRow(mode, <usize>load<u32>(command, 8) + at, mask, base, opacity, acc, lanes, (opaque & 1) != 0, isAtop, isOut ? out + at : 0)
        continue
      }
      const group = acc
      acc -= LEVEL
      opaque = opaque >> 1
      if (what == 3) blendLevelRow(mode, group, mask, base, opacity, acc, lanes, (opaque & 1) != 0, isAtop)
      else towardRow(group, mask, base, opacity, acc, lanes)
    }
    if (!isOut) storeRow(acc, out + at, lanes, hasPaper)
  }
}

// @ts-ignore: decorator
@inline
function fillRow(acc: usize, lanes: i32, r: v128, g: v128, b: v128, a: v128): void {
  for (let x: usize = 0; x < <usize>lanes << 2; x += 16) {
    v128.store(acc + x, r)
    v128.store(acc + x, g, PLANE)
    v128.store(acc + x, b, 2 * PLANE)
    v128.store(acc + x, a, 3 * PLANE)
  }
}

/** Whether the list begins with a plain tile: normal, not masked, and not the only one. */
// @ts-ignore: decorator
@inline
function coversPaper(commands: usize, end: usize): bool {
  return commands + 32 < end && load<u32>(commands) == 0 && load<u32>(commands, 4) == 0 && load<u32>(commands, 12) == 0
}

/** A plain tile over paper: filled and blended in one go. */
// @ts-ignore: decorator
@inline
function coverRow(source: usize, opacity: f32, acc: usize, lanes: i32, r: v128, g: v128, b: v128): void {
  const one = splat(1)
  for (let x: usize = 0; x < <usize>lanes << 2; x += 16) {
    const pixels = v128.load(source + x)
    const sa = f32x4.mul(f32x4.convert_i32x4_s(i32x4.shr_u(pixels, 24)), splat(opacity))
    v128.store(acc + x, f32x4.add(r, f32x4.mul(f32x4.sub(channel(pixels, 0), r), sa)))
    v128.store(acc + x, f32x4.add(g, f32x4.mul(f32x4.sub(channel(pixels, 8), g), sa)), PLANE)
    v128.store(acc + x, f32x4.add(b, f32x4.mul(f32x4.sub(channel(pixels, 16), b), sa)), 2 * PLANE)
    v128.store(acc + x, one, 3 * PLANE)
  }
}

// @ts-ignore: decorator
@inline
function copyRow(from: usize, to: usize, lanes: i32): void {
  for (let plane: usize = 0; plane < LEVEL; plane += PLANE) memory.copy(to + plane, from + plane, <usize>lanes << 2)
}

// @ts-ignore: decorator
@inline
function storeRow(acc: usize, to: usize, lanes: i32, hasPaper: bool): void {
  const one = splat(1)
  for (let x: usize = 0; x < <usize>lanes << 2; x += 16) {
    const r = v128.load(acc + x)
    const g = v128.load(acc + x, PLANE)
    const b = v128.load(acc + x, 2 * PLANE)
    if (hasPaper) {
      v128.store(to + x, packed(r, g, b))
    } else {
      const a = v128.load(acc + x, 3 * PLANE)
      const byte = rounded(f32x4.mul(a, splat(255)))
      const per = f32x4.div(one, a)
      let pixels = v128.or(rounded(f32x4.mul(r, per)), i32x4.shl(rounded(f32x4.mul(g, per)), 8))
      pixels = v128.or(pixels, i32x4.shl(rounded(f32x4.mul(b, per)), 16))
      v128.store(to + x, v128.and(v128.or(pixels, i32x4.shl(byte, 24)), i32x4.ne(byte, i32x4.splat(0))))
    }
  }
}
