import { parse as parseColour } from 'culori'
import postcss from 'postcss'
import { colourName, hexOf, namedApart, wellName, type Well } from '../colour'
import { badPalette, MOST_READ_WELLS, type ReadPalette } from './contract'
import { notesOn, onScreen } from './spaces'

/**
 * Palettes as CSS custom properties (CSS Custom Properties for Cascading Variables 1): those whose value is a colour of
 * CSS Color 4, also by way of `var()`. Of one that is set several times, as for a dark theme, the first counts.
 */

/** Properties that lead to one another. */
const MOST_STEPS = 40

/** Throws CoreError `palette-file` with the line of the fault. */
export function readCss(text: string): ReadPalette {
  const values = new Map<string, string>()
  const again = new Set<string>()
  rootOf(text).walkDecls(/^--/, ({ prop, value }) => {
    if (values.has(prop)) again.add(prop)
    else values.set(prop, value.trim())
  })
  const found = [...values].flatMap(([prop, value]) => {
    const said = replaced(values, prop, value)
    const colour = said === null ? undefined : parseColour(said)
    return colour ? [{ prop, shown: onScreen(colour) }] : []
  })
  if (found.length === 0)
    badPalette('There is no custom property with a colour in this file, such as --slate: #46505a.')
  if (found.length > MOST_READ_WELLS)
    badPalette(
      `This file has ${found.length} colours.`,
      `Keep ${MOST_READ_WELLS} of them at most, and choose it again.`,
    )
  const left = values.size - found.length
  const twice = found.filter(each => again.has(each.prop)).length
  return {
    wells: namedApart(
      found.map(({ prop, shown }) => ({
        name: wellName(wordsOf(prop), colourName(shown.colour)),
        colour: shown.colour,
      })),
    ),
    notes: [
      ...notesOn(found.map(each => each.shown)),
      ...(twice ? [`${twice === 1 ? 'One is' : `${twice} are`} set several times: the first is taken.`] : []),
      ...(left
        ? [
            `${left === 1 ? 'One property that is no colour was' : `${left} properties that are no colours were`} left out.`,
          ]
        : []),
    ],
  }
}

function rootOf(text: string): postcss.Root {
  try {
    return postcss.parse(text)
  } catch (error) {
    const { reason, line } = error as { reason?: string; line?: number }
    return badPalette(`This is no CSS: ${reason ?? 'it can’t be read'}${line ? `, line ${line}` : ''}.`)
  }
}

/** A value without `var()`; null: what it refers to is not there, or is itself. */
function replaced(values: ReadonlyMap<string, string>, prop: string, value: string): string | null {
  let said = value
  for (let i = 0; i < MOST_STEPS; i++) {
    const [all, name, other] = /^var\(\s*(--[^\s,)]+)\s*(?:,\s*(.*))?\)$/s.exec(said) ?? []
    if (all === undefined) return said
    const next = values.get(name!) ?? other
    if (next === undefined) return null
    said = next.trim()
  }
  return badPalette(`“${prop}” refers to itself.`)
}

/** `--warm-slate` as words; escapes are what they stand for (CSS Syntax 3, 4.3.7). */
const wordsOf = (prop: string): string =>
  prop
    .slice(2)
    .replace(/\\([0-9a-f]{1,6})\s?/gi, (_, hex: string) => codePoint(parseInt(hex, 16)))
    .replace(/\\(.)/g, '$1')
    .replace(/[-_]+/g, ' ')
const codePoint = (code: number): string =>
  code === 0 || code > 0x10ffff || (code >= 0xd800 && code <= 0xdfff) ? '\ufffd' : String.fromCodePoint(code)

/** A rule for the whole document. Names become identifiers: letters, figures and hyphens. */
export function cssOf(title: string, wells: readonly Well[]): string {
  const names = namedApart(wells.map(each => ({ ...each, name: identifierOf(each.name) })))
  const lines = wells.map(({ colour }, i) => `  --${names[i]!.name.replaceAll(' ', '-')}: ${hexOf(colour)};`)
  return `/* ${title.replaceAll('*/', '* /')} */\n:root {\n${lines.join('\n')}\n}\n`
}
const identifierOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '') || 'colour'
