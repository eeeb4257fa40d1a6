import { toolSettingsSchema, type ToolSettings } from '#core/brush'
import { colourName, wellName, type Rgb8, type Well } from '#core/colour'

/** What somebody keeps of the hand on their device, read back: what is stored wrongly is left out. */

/** Own wells at most. */
export const MOST_OWN_WELLS = 24

/** A tool as someone set and named it. */
export interface OwnTool {
  readonly name: string
  readonly settings: ToolSettings
}

/** A colour under the name that it has by itself. */
export const wellOf = ([r, g, b]: Rgb8): Well => ({ name: colourName([r, g, b]), colour: [r, g, b] })

/** Before they had names they were colours alone. */
export function readWells(text: string): Well[] {
  try {
    const parsed: unknown = JSON.parse(text)
    if (!Array.isArray(parsed)) return []
    const isByte = (value: unknown) => Number.isInteger(value) && (value as number) >= 0 && (value as number) <= 255
    const isColour = (value: unknown): value is Rgb8 =>
      Array.isArray(value) && value.length === 3 && value.every(isByte)
    return parsed
      .flatMap((each: unknown): Well[] => {
        if (isColour(each)) return [wellOf(each)]
        const { name, colour } = (each ?? {}) as Partial<Well>
        return isColour(colour) && typeof name === 'string'
          ? [{ name: wellName(name, colourName(colour)), colour }]
          : []
      })
      .slice(0, MOST_OWN_WELLS)
  } catch {
    return []
  }
}

export function readOwn(text: string): OwnTool[] {
  try {
    const parsed: unknown = JSON.parse(text)
    if (!Array.isArray(parsed)) return []
    return parsed.flatMap((each: { name?: unknown; settings?: unknown } | null) => {
      const settings = toolSettingsSchema.safeParse(each?.settings)
      return settings.success && typeof each?.name === 'string' ? [{ name: each.name, settings: settings.data }] : []
    })
  } catch {
    return []
  }
}
