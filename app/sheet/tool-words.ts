import { TOOL_NAMES, type ToolName } from '#core/brush'
import type { LaidTool } from '#core/plan'

const USES: Record<ToolName | 'pour', string> = {
  pencil: 'Light sketching; the paper’s tooth shows.',
  'ink-pen': 'Clean dark lines with pointed ends; press for width.',
  'broad-nib': 'Broad one way, a hairline the other: lettering.',
  'round-brush': 'Lines that swell as you press.',
  'dry-brush': 'Streaks of single bristles; runs out of paint.',
  marker: 'Clear, even colour, darker where strokes overlap.',
  crayon: 'Waxy and grainy; press to fill the paper.',
  chalk: 'Dusty and broad; lay it on its side.',
  spatter: 'Drops: rest to build up, move to thin out.',
  stamp: 'A shape again and again: leaves, stars, rings.',
  'soft-brush': 'Shading, built up slowly.',
  wash: 'Thin wet colour: it dries dark-edged, and runs into paint.',
  glow: 'Adds light to what is painted: lamps, moonlight, embers.',
  smudge: 'Blends stripes: small waves on their border, big tip, weak.',
  soften: 'Blurs seams; go over them again where they show.',
  'hard-eraser': 'Takes paint off with a clear edge.',
  'soft-eraser': 'Takes a little off at a time.',
  'kneaded-eraser': 'Lifts part of the tone and leaves a hint.',
  pour: 'Fills a closed shape with one touch.',
}

/** Names of the tools and what each is good for. */
export const TOOL_WORDS = Object.fromEntries(
  Object.entries({ ...TOOL_NAMES, pour: 'pour' }).map(([tool, name]) => [
    tool,
    { name: name.charAt(0).toUpperCase() + name.slice(1), use: USES[tool as ToolName | 'pour'] },
  ]),
) as Record<ToolName | 'pour', { name: string; use: string }>

export function toolNameOf(laid: LaidTool): ToolName | 'pour' {
  return laid.kind === 'pour' ? 'pour' : laid.settings.tool
}

export function wordsOf(laid: LaidTool): { name: string; use: string } {
  return TOOL_WORDS[toolNameOf(laid)]
}
