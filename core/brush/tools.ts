import type { ToolName, ToolSettings } from './settings'

/** What a tool is before anyone sets it. Values by eye against the real thing on cartridge paper. */
export const TOOLS = {
  'pencil': {
    tool: 'pencil', size: 7, opacity: 90, flow: 92, hardness: 55, spacing: 12,
    pressureSize: 35, pressureFlow: 75, gather: 'peak', effect: 'paint', tooth: 150,
  },
  'ink-pen': {
    tool: 'ink-pen', size: 8, opacity: 100, flow: 100, hardness: 92, spacing: 8,
    pressureSize: 55, pressureFlow: 0, gather: 'peak', effect: 'paint', tooth: 0,
  },
  'soft-brush': {
    tool: 'soft-brush', size: 120, opacity: 60, flow: 10, hardness: 0, spacing: 8,
    pressureSize: 0, pressureFlow: 70, gather: 'flow', effect: 'paint', tooth: 0,
  },
  'hard-eraser': {
    tool: 'hard-eraser', size: 40, opacity: 100, flow: 100, hardness: 95, spacing: 8,
    pressureSize: 0, pressureFlow: 0, gather: 'peak', effect: 'erase', tooth: 0,
  },
  'soft-eraser': {
    tool: 'soft-eraser', size: 90, opacity: 80, flow: 14, hardness: 0, spacing: 8,
    pressureSize: 0, pressureFlow: 70, gather: 'flow', effect: 'erase', tooth: 0,
  },
} as const satisfies Record<ToolName, ToolSettings>

/** The tool's own settings with some of them set otherwise. */
export function toolSettings(tool: ToolName, set: Partial<Omit<ToolSettings, 'tool'>> = {}): ToolSettings {
  return { ...TOOLS[tool], ...set }
}

/** What the tools are called within a sentence. */
export const TOOL_NAMES: Record<ToolName, string> = {
  'pencil': 'pencil', 'ink-pen': 'ink pen', 'soft-brush': 'soft brush', 'hard-eraser': 'hard eraser', 'soft-eraser': 'soft eraser',
}
