import type { ToolName } from '#core/brush'
import type { LaidTool } from '#core/plan'

/** Names of the tools and what each is good for. */
export const TOOL_WORDS: Record<ToolName | 'pour', { name: string, use: string }> = {
  'pencil': { name: 'Pencil', use: 'Light sketching; the paper’s tooth shows.' },
  'ink-pen': { name: 'Ink pen', use: 'Clean dark lines; press for width.' },
  'soft-brush': { name: 'Soft brush', use: 'Shading, built up slowly.' },
  'hard-eraser': { name: 'Hard eraser', use: 'Takes paint off with a clear edge.' },
  'soft-eraser': { name: 'Soft eraser', use: 'Lifts a little at a time.' },
  'pour': { name: 'Pour', use: 'Fills a closed shape with one touch.' },
}

export function toolNameOf(laid: LaidTool): ToolName | 'pour' {
  return laid.kind === 'pour' ? 'pour' : laid.settings.tool
}

export function wordsOf(laid: LaidTool): { name: string, use: string } {
  return TOOL_WORDS[toolNameOf(laid)]
}
