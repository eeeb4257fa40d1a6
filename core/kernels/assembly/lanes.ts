// What the kernels do to four values or pixels at once.

/** One byte of each of four pixels as a float. Signed, because that is one instruction where unsigned takes many. */
// @ts-ignore: decorator
@inline
export function channel(pixels: v128, shift: i32): v128 {
  return f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(pixels, shift), i32x4.splat(255)))
}

/**
 * The whole part of values 0 … 255.99 as integers. Next to 2²³ a float's last bit is 1, so that the whole part lies in
 * its lowest byte: three instructions where a conversion that saturates takes eight.
 */
// @ts-ignore: decorator
@inline
export function whole(value: v128): v128 {
  return v128.and(f32x4.add(f32x4.floor(value), f32x4.splat(8388608)), i32x4.splat(255))
}

/** Values 0 … 65535 rounded to the nearest integer, halves to the even one: next to 2²³ a float has no other places. */
// @ts-ignore: decorator
@inline
export function nearest16(value: v128): v128 {
  return v128.and(f32x4.add(value, f32x4.splat(8388608)), i32x4.splat(0xffff))
}

/** Rounded half up, values from −0.5 to below 255.5. */
// @ts-ignore: decorator
@inline
export function rounded(value: v128): v128 {
  return whole(f32x4.add(value, f32x4.splat(0.5)))
}

/** Opaque pixels of three channels, each rounded. */
// @ts-ignore: decorator
@inline
export function packed(r: v128, g: v128, b: v128): v128 {
  const pixels = v128.or(rounded(r), i32x4.splat(<i32>0xff000000))
  return v128.or(v128.or(pixels, i32x4.shl(rounded(g), 8)), i32x4.shl(rounded(b), 16))
}

/** The lesser of each pair; one instruction, where that which heeds NaN takes seven. */
// @ts-ignore: decorator
@inline
export function lesser(a: v128, b: v128): v128 {
  return f32x4.pmin(a, b)
}

// @ts-ignore: decorator
@inline
export function greater(a: v128, b: v128): v128 {
  return f32x4.pmax(a, b)
}

/** Kept between 0 and 1. */
// @ts-ignore: decorator
@inline
export function unit(value: v128): v128 {
  return lesser(greater(value, f32x4.splat(0)), f32x4.splat(1))
}
