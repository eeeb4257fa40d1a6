import type { MeasureName } from '#core/lookfor'

/** What each measure looks at, as a learner would say it. */
export const MEASURE_WORDS: Record<MeasureName, string> = {
  'closed-outline': 'Closed outlines', 'confident-strokes': 'Sure strokes', 'contrast-pair': 'Contrast', 'covered': 'Covered areas', 'depth': 'Near and far', 'ends-meet': 'Ends that meet',
  'enough-shades': 'Enough shades', 'inside-lines': 'Inside the lines', 'ladder-in-order': 'Shades in order', 'layer-set-up': 'Layers set up', 'light-from-pin': 'Light from one side',
  'lively-shadow': 'Lively shadows', 'no-pale-fringe': 'No pale fringe', 'no-pure-ends': 'No pure black or white', 'palette-kept': 'The palette kept', 'placement': 'Placing', 'proportion': 'Proportion',
  'right-layer': 'The right layer', 'round-shape': 'Round shapes', 'seams-blended': 'Blended seams', 'smooth-gradient': 'Smooth change of tone', 'sparing-highlights': 'Sparing highlights', 'steady-line': 'Steady lines',
  'straight-line': 'Straight lines', 'symmetry': 'Symmetry', 'tools-used': 'The tools asked for', 'blended-along': 'Blended along the form', 'cast-shadow': 'Cast shadow', 'even-width': 'Even width of lines',
  'likeness': 'Likeness', 'polygon': 'Straight-sided shapes', 'steps-in-order': 'Steps in order', 'texture': 'Texture', 'value-range': 'From dark to light',
}
