import { newGuide, LEAST_SPACING, type Guide } from '../guides'
import { ownPlan, PANEL_STEP, type Plan, type PlanPicture } from '../plan'
import { panelSheet, type MuralGrid, type Panel } from './panels'

/** What everyone who draws a part of one mural shares. Places count from the mural's upper left corner, px. */
export interface MuralTerms {
  readonly title: string
  /** What the mural shows and how, for all. */
  readonly words: string
  readonly palette: Plan['palette']
  /** Where the ground is; null: there is none. */
  readonly ground: number | null
  /** Sides of the squares by which all keep one scale; null: none. */
  readonly unit: number | null
  /** What one square stands for, as “a grown cat”. */
  readonly unitWords: string
  /** Where all lines that go away meet; null: nobody asks for it. */
  readonly vanishing: { readonly x: number; readonly y: number } | null
  /** Whether the cut of the picture lies under the sheet, to draw over; else it hangs beside. */
  readonly isUnder: boolean
}

const A = 'A'.charCodeAt(0)

/** A panel's name: its column as a letter (after Z: AA …), its row as a number from 1. */
export function panelName({ column, row }: Pick<Panel, 'column' | 'row'>): string {
  const letter = String.fromCharCode(A + (column % 26))
  return `${column < 26 ? '' : String.fromCharCode(A + Math.floor(column / 26) - 1)}${letter}${row + 1}`
}

/** Where a height of the mural lies on a panel's sheet, px from its top; null: not on it. */
export function groundOn(grid: MuralGrid, ground: number | null, { own }: Pick<Panel, 'own'>): number | null {
  if (ground === null) return null
  const y = ground - own.y0 + grid.bleed
  return y >= 0 && y <= panelSheet(grid).height ? y : null
}

/** The squares of the shared scale, as they run on over a panel's sheet. */
export function scaleGuide(grid: MuralGrid, unit: number, { own }: Pick<Panel, 'own'>): Guide {
  const sheet = panelSheet(grid)
  const spacing = Math.max(unit, LEAST_SPACING)
  const on = (start: number) => (((grid.bleed - start) % spacing) + spacing) % spacing
  return {
    ...(newGuide('grid', 'scale', sheet) as Extract<Guide, { kind: 'grid' }>),
    spacing,
    offsetX: on(own.x0),
    offsetY: on(own.y0),
    opacity: 30,
  }
}

/** The mural's vanishing point from where a panel's sheet lies. */
export function vanishingGuide(
  grid: MuralGrid,
  { x, y }: { readonly x: number; readonly y: number },
  { own }: Pick<Panel, 'own'>,
): Guide {
  return {
    ...(newGuide('perspective', 'vanishing', panelSheet(grid)) as Extract<Guide, { kind: 'perspective' }>),
    points: [{ x: x - own.x0 + grid.bleed, y: y - own.y0 + grid.bleed }],
    opacity: 30,
  }
}

/** The picture of a panel's plan is called so. */
const CUT = 'cut'

/**
 * What someone who draws a panel has before them: its sheet, the shared colours and scale, and the cut of the picture.
 */
export function panelPlan(grid: MuralGrid, terms: MuralTerms, panel: Panel, cut: Omit<PlanPicture, 'id'> | null): Plan {
  const { width, height } = panelSheet(grid)
  const base = ownPlan(`${terms.title.slice(0, 70)} · ${panelName(panel)}`, { width, height, paper: [255, 255, 255] })
  const [step] = base.steps
  return {
    ...base,
    goal: terms.words || 'One part of a picture that the whole class draws.',
    palette: terms.palette,
    steps: [
      {
        ...step!,
        id: PANEL_STEP,
        title: `Your part: ${panelName(panel)}`,
        words: [
          ...(terms.words ? [terms.words] : []),
          `The thin line marks your part. Paint ${grid.bleed} px beyond it, so that no white is left where the parts meet.`,
          'What your neighbours draw shows faintly along the edges. Let lines and colours run on into theirs.',
          ...(terms.unit ? [`One square is ${terms.unitWords || 'the same for all'}.`] : []),
        ],
        slip: {
          slip: 'Everything stops at the thin line, and a white seam is left.',
          remedy: 'Paint on to the edge of the sheet. What is beyond the line is cut off.',
        },
        layer: { id: 'panel-first', name: 'Drawing', place: 0 },
        ...((terms.unit || terms.vanishing) && {
          guides: [
            ...(terms.unit ? [scaleGuide(grid, terms.unit, panel)] : []),
            ...(terms.vanishing ? [vanishingGuide(grid, terms.vanishing, panel)] : []),
          ],
        }),
        ...(cut && { reference: CUT }),
      },
    ],
    ...(cut && { pictures: [{ id: CUT, ...cut }] }),
  }
}
