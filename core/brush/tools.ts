import type { ToolName, ToolSettings } from './settings'

type Settings = Omit<ToolSettings, 'tool'>

/** A tool that does nothing special: what the others are told apart by. */
const PLAIN: Settings = {
  size: 20,
  opacity: 100,
  flow: 100,
  hardness: 90,
  spacing: 8,
  tip: { kind: 'disc' },
  grain: { texture: 'cartridge', depth: 0, bite: 0 },
  rim: 0,
  scatter: 0,
  pressureSize: 0,
  pressureFlow: 0,
  speedSize: 0,
  speedFlow: 0,
  taperIn: 0,
  taperOut: 0,
  gather: 'peak',
  effect: 'paint',
  steadying: 0,
}

/** One definition a tool: what it is called within a sentence, and how it differs from a plain one. */
interface Definition {
  readonly name: string
  readonly set: Partial<Settings>
}

/** Values by eye against the real thing on cartridge paper; common practice, no source. */
const DEFINITIONS: Record<ToolName, Definition> = {
  pencil: {
    name: 'pencil',
    set: {
      size: 7,
      opacity: 90,
      flow: 92,
      hardness: 55,
      spacing: 12,
      pressureSize: 35,
      pressureFlow: 75,
      grain: { texture: 'cartridge', depth: 150, bite: 0 },
    },
  },
  'ink-pen': {
    name: 'ink pen',
    set: { size: 8, hardness: 92, pressureSize: 55, taperIn: 250, taperOut: 400, steadying: 2 },
  },
  'broad-nib': {
    name: 'broad nib',
    set: {
      size: 30,
      hardness: 100,
      spacing: 20,
      tip: { kind: 'nib', angle: 40, thin: 12 },
      pressureSize: 10,
      grain: { texture: 'cartridge', depth: 30, bite: 0 },
      steadying: 2,
    },
  },
  'round-brush': {
    name: 'round brush',
    set: {
      size: 26,
      opacity: 95,
      hardness: 82,
      spacing: 6,
      pressureSize: 85,
      speedSize: 25,
      taperIn: 60,
      taperOut: 180,
      grain: { texture: 'cold-pressed', depth: 40, bite: 0 },
      steadying: 1,
    },
  },
  'dry-brush': {
    name: 'dry brush',
    set: {
      size: 48,
      opacity: 92,
      flow: 85,
      hardness: 60,
      tip: { kind: 'bristles', dryness: 45, reach: 30 },
      pressureFlow: 60,
      grain: { texture: 'cold-pressed', depth: 60, bite: 120 },
    },
  },
  marker: {
    name: 'marker',
    set: {
      size: 30,
      opacity: 62,
      hardness: 94,
      spacing: 12,
      tip: { kind: 'nib', angle: 60, thin: 45 },
      effect: 'glaze',
      rim: 10,
    },
  },
  crayon: {
    name: 'crayon',
    set: {
      size: 18,
      opacity: 88,
      flow: 66,
      hardness: 62,
      spacing: 10,
      pressureSize: 20,
      pressureFlow: 55,
      grain: { texture: 'cold-pressed', depth: 0, bite: 240 },
    },
  },
  chalk: {
    name: 'chalk',
    set: {
      size: 34,
      opacity: 86,
      flow: 76,
      hardness: 30,
      spacing: 8,
      tip: { kind: 'nib', angle: 20, thin: 55 },
      pressureFlow: 45,
      grain: { texture: 'cartridge', depth: 120, bite: 90 },
    },
  },
  spatter: {
    name: 'spatter',
    set: { size: 120, flow: 90, hardness: 75, tip: { kind: 'spray', rate: 80, drop: 4 }, gather: 'flow' },
  },
  stamp: {
    name: 'stamp',
    set: { size: 44, hardness: 100, spacing: 130, tip: { kind: 'shape', shape: 'leaf', turn: 'along' } },
  },
  'soft-brush': {
    name: 'soft brush',
    set: { size: 120, opacity: 60, flow: 10, hardness: 0, pressureFlow: 70, gather: 'flow' },
  },
  wash: {
    name: 'wash',
    set: {
      size: 70,
      opacity: 46,
      hardness: 72,
      spacing: 6,
      pressureSize: 45,
      effect: 'glaze',
      rim: 48,
      wet: 50,
      grain: { texture: 'cold-pressed', depth: 50, bite: 0 },
    },
  },
  glow: {
    name: 'glow brush',
    set: { size: 110, opacity: 70, flow: 8, hardness: 0, pressureFlow: 70, gather: 'flow', effect: 'glow' },
  },
  smudge: {
    name: 'smudging stump',
    set: { size: 60, opacity: 60, hardness: 20, pressureFlow: 40, effect: 'smudge' },
  },
  soften: {
    name: 'softening brush',
    set: { size: 80, opacity: 50, hardness: 10, pressureFlow: 40, effect: 'soften' },
  },
  'hard-eraser': {
    name: 'hard eraser',
    set: { size: 40, hardness: 95, effect: 'erase' },
  },
  'soft-eraser': {
    name: 'soft eraser',
    set: { size: 90, opacity: 80, flow: 14, hardness: 0, pressureFlow: 70, gather: 'flow', effect: 'erase' },
  },
  'kneaded-eraser': {
    name: 'kneaded eraser',
    set: {
      size: 46,
      opacity: 42,
      hardness: 35,
      spacing: 10,
      pressureFlow: 45,
      effect: 'erase',
      grain: { texture: 'cartridge', depth: 60, bite: 0 },
    },
  },
}

/** What each tool is before anyone sets it. */
export const TOOLS = Object.fromEntries(
  Object.entries(DEFINITIONS).map(([tool, { set }]) => [tool, { ...PLAIN, ...set, tool }]),
) as Record<ToolName, ToolSettings>

/** What the tools are called within a sentence. */
export const TOOL_NAMES = Object.fromEntries(
  Object.entries(DEFINITIONS).map(([tool, { name }]) => [tool, name]),
) as Record<ToolName, string>

/** The tool's own settings with some of them set otherwise. */
export function toolSettings(tool: ToolName, set: Partial<Settings> = {}): ToolSettings {
  return { ...TOOLS[tool], ...set }
}
