import type { BlendMode } from '#core/kernels'

/**
 * What each way of mixing does, in a sentence that begins with its name. The names are those of the W3C recommendation.
 */
export const MODE_WORDS: Record<BlendMode, { readonly name: string; readonly does: string }> = {
  normal: { name: 'normal', does: 'covers what lies below' },
  multiply: { name: 'multiply', does: 'darkens everything below, like a glaze' },
  screen: { name: 'screen', does: 'lightens everything below, like light thrown on it' },
  overlay: { name: 'overlay', does: 'makes lights lighter and darks darker: more contrast, livelier' },
  darken: { name: 'darken', does: 'shows only where it is darker than what lies below' },
  lighten: { name: 'lighten', does: 'shows only where it is lighter than what lies below' },
  'color-dodge': { name: 'color dodge', does: 'brightens what lies below until it glows' },
  'color-burn': { name: 'color burn', does: 'darkens what lies below and makes it livelier' },
  'hard-light': { name: 'hard light', does: 'its lights lighten and its darks darken, strongly' },
  'soft-light': { name: 'soft light', does: 'its lights lighten and its darks darken, gently' },
  difference: { name: 'difference', does: 'shows how far the two colours are apart' },
  exclusion: { name: 'exclusion', does: 'like difference, but softer' },
  hue: { name: 'hue', does: 'gives its hue, and leaves light, dark and liveliness below' },
  saturation: { name: 'saturation', does: 'gives its liveliness, and leaves hue, light and dark below' },
  color: { name: 'color', does: 'colours what lies below and leaves its lights and darks' },
  luminosity: { name: 'luminosity', does: 'gives its lights and darks, and leaves the colours below' },
  'plus-lighter': { name: 'plus lighter', does: 'adds its light to what lies below' },
}
