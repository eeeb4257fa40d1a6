/** Sizes that the keyboard steps through, px: finer where a pixel matters. */
export const SIZE_STEPS = [
  1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 14, 16, 18, 20, 24, 28, 32, 36, 40, 48, 56, 64, 72, 80, 96, 112, 130, 150, 175,
  200, 240, 280, 320, 380, 440, 520, 600,
] as const

/** The next size up or down from any size. */
export function steppedSize(size: number, by: 1 | -1): number {
  if (by > 0) return SIZE_STEPS.find(step => step > size) ?? SIZE_STEPS.at(-1)!
  return SIZE_STEPS.findLast(step => step < size) ?? SIZE_STEPS[0]
}

const LARGEST = SIZE_STEPS.at(-1)!

/** A size's place on a slider, 0 … 1: equal ways for equal ratios. */
export function sizeToSlider(size: number): number {
  return Math.log(size) / Math.log(LARGEST)
}

export function sliderToSize(place: number): number {
  return Math.round(LARGEST ** place)
}
