import { toolSettings } from '../brush'
import type { Plan } from './schema'

/** Colours to begin with: the three primaries, a warm yellow, a green, earth, dark and white. Made up. */
const PALETTE: Plan['palette'] = [
  { name: 'soot', colour: [38, 36, 40] },
  { name: 'lemon', colour: [247, 222, 80] },
  { name: 'marigold', colour: [240, 168, 40] },
  { name: 'poppy', colour: [205, 58, 42] },
  { name: 'harbour', colour: [30, 98, 160] },
  { name: 'moss', colour: [104, 128, 60] },
  { name: 'loam', colour: [124, 84, 52] },
  { name: 'chalk', colour: [250, 248, 242] },
]

/** The step of a sheet of one's own. */
const OWN_STEP = 'own'
/** That of a mural's panel. */
export const PANEL_STEP = 'panel'

/** Whether a plan is a sheet of a learner's own, or a mural's panel: it asks for no layers. */
export function isOwnPlan({ steps }: Plan): boolean {
  return steps.length === 1 && [OWN_STEP, PANEL_STEP].includes(steps[0]!.id)
}

/** Whether a plan is that of a mural's panel. */
export function isPanelPlan({ steps }: Plan): boolean {
  return steps[0]?.id === PANEL_STEP
}

/** A sheet of a learner's own: a plan of one step that asks for nothing. */
export function ownPlan(title: string, sheet: Plan['sheet']): Plan {
  // Strokes that suit a sheet of 1600 px are too thin on a big one, and too thick on a small.
  const by = Math.min(Math.max(Math.max(sheet.width, sheet.height) / 1600, 0.4), 4)
  const sized = (name: Parameters<typeof toolSettings>[0], size: number) => ({
    kind: 'tool' as const,
    settings: toolSettings(name, { size: Math.max(1, Math.round(size * by)) }),
  })
  return {
    version: 1,
    title,
    goal: 'Whatever you like.',
    level: 'first',
    minutes: 30,
    sheet,
    palette: PALETTE,
    steps: [
      {
        id: OWN_STEP,
        title: 'Draw what you like',
        words: [
          'This sheet is yours. All tools are in the cupboard, guides and ways of looking above the sheet.',
          'Lay a new layer in the stack for lines, and another one under it for colour.',
        ],
        slip: {
          slip: 'Everything lands on one layer, and the line is lost under the colour.',
          remedy: 'Undo, lay a new layer under the lines, and colour there.',
        },
        layer: { id: 'own-first', name: 'Drawing', place: 0 },
        dim: [],
        tools: [
          sized('pencil', 8),
          sized('ink-pen', 9),
          sized('round-brush', 30),
          { kind: 'pour', tolerance: 40, grow: 2, borders: 'all' },
          sized('soft-brush', 140),
          sized('hard-eraser', 40),
        ],
        well: 0,
        lookFors: [],
      },
    ],
    demonstration: { version: 1, sheet, entries: [] },
  }
}
