import { DRILLS, FAMILIES, type DrillName, type Family } from '#core/drill'

const TITLES: Record<Family, string> = {
  lines: 'Lines',
  rounds: 'Round lines',
  pressure: 'The weight of the hand',
  closing: 'Closing',
  measuring: 'Measuring by eye',
  colour: 'Colours and values',
  tone: 'Tone',
}
const ALL = Object.entries(DRILLS) as [DrillName, (typeof DRILLS)[DrillName]][]

/** All warm-ups, by what they train. */
export const DRILL_FAMILIES = FAMILIES.map(family => ({
  family,
  title: TITLES[family],
  drills: ALL.filter(([, drill]) => drill.family === family),
}))
