/** A colour of sRGB as six hexadecimal digits (CSS Color 4, § 5.2). */
export const hexOf = (colour: readonly number[]): string =>
  `#${colour.map(each => each.toString(16).padStart(2, '0')).join('')}`
