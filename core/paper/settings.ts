import { z } from 'zod'

/** What of a photographed page becomes paint. */
export const PAPER_KEEPS = ['dark', 'marks', 'colours', 'page', 'photograph'] as const
export type PaperKeeps = (typeof PAPER_KEEPS)[number]

const byte = z.int().min(0).max(255)

/** Greatest change of thickness, px to each side; greatest specks that go, px². */
export const MOST_THICKER = 8
export const MOST_SPECKS = 2000

export const paperSettingsSchema = z.strictObject({
  /**
   * `dark`: lines as solid ink, coloured ones left out; `marks`: all marks as solid ink; `colours`: all marks in their
   * own colours on clear; `page`: the page under even light, opaque; `photograph`: as it was taken, straight.
   */
  keeps: z.enum(PAPER_KEEPS),
  /** How dark a mark is at least, % of what lies between paper and black. */
  strength: z.int().min(2).max(98),
  /** How soft its edge may be, %. */
  soft: z.int().min(0).max(100),
  /** Px to each side. */
  thicken: z.int().min(-MOST_THICKER).max(MOST_THICKER),
  /** Specks smaller than this go, px². */
  specks: z.int().min(0).max(MOST_SPECKS),
  /** Ruled lines of the paper go. */
  ruling: z.boolean(),
  ink: z.tuple([byte, byte, byte]),
})
export type PaperSettings = z.infer<typeof paperSettingsSchema>

/** Ink that is nearly black, as *clean lines* has it. */
export const PLAIN_PAPER: PaperSettings = {
  keeps: 'dark',
  strength: 30,
  soft: 40,
  thicken: 0,
  specks: 12,
  ruling: true,
  ink: [38, 42, 51],
}

/** The same for a picture of it at a smaller size: what is measured in px shrinks with it. */
export function paperSettingsAt(settings: PaperSettings, scale: number): PaperSettings {
  return {
    ...settings,
    thicken: Math.round(settings.thicken * scale),
    specks: Math.round(settings.specks * scale * scale),
  }
}
