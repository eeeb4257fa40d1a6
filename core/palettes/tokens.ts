import type { Color } from 'culori'
import { parseHex } from 'culori'
import { colourName, hexOf, namedApart, wellName, type Well } from '../colour'
import { badPalette, MOST_READ_WELLS, type ReadPalette } from './contract'
import { notesOn, onScreen } from './spaces'

/**
 * Palettes as design tokens: W3C Design Tokens Community Group, Format Module and Color Module 2025.10. Read: groups
 * with an inherited type, `$root`, references by `{group.token}` and by `$ref`, `$extends`, colours in all fourteen
 * spaces with `none`, and hex strings as drafts before had them. Written from memory of the modules' text.
 */

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }
type Group = Record<string, Json>

const isGroup = (value: Json | undefined): value is Group =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Groups in groups at most, and references that lead to one another. */
const MOST_DEEP = 40

interface Token {
  readonly path: readonly string[]
  readonly value: Json
}

/** Throws CoreError `palette-file` with the place of the fault. */
export function readTokens(text: string): ReadPalette {
  const root = parsed(text)
  const tokens: Token[] = []
  const others = { count: 0 }
  gather(root, root, [], null, tokens, others)
  if (tokens.length === 0) badPalette('There is no token of the type “color” in this file.')
  if (tokens.length > MOST_READ_WELLS)
    badPalette(
      `This file has ${tokens.length} colours.`,
      `Keep ${MOST_READ_WELLS} of them at most, and choose it again.`,
    )
  const shown = tokens.map(token => onScreen(colourOf(token)))
  const names = shortNames(tokens.map(each => each.path))
  return {
    wells: namedApart(shown.map(({ colour }, i) => ({ name: wellName(names[i]!, colourName(colour)), colour }))),
    notes: [...notesOn(shown), ...(others.count ? [`${others.count} tokens that are no colours were left out.`] : [])],
  }
}

function parsed(text: string): Group {
  let root: Json
  try {
    root = JSON.parse(text) as Json
  } catch (error) {
    return badPalette(`This is no JSON: ${(error as Error).message}.`)
  }
  return isGroup(root) ? root : badPalette('Design tokens are a JSON object; this is none.')
}

const placeOf = (path: readonly string[]) => (path.length ? `“${path.join('.')}”` : 'the file')

function gather(
  root: Group,
  group: Group,
  path: readonly string[],
  inherited: string | null,
  tokens: Token[],
  others: { count: number },
): void {
  if (path.length > MOST_DEEP) badPalette(`Groups lie deeper than ${MOST_DEEP} in one another.`)
  const whole = extended(root, group, path)
  const type = typeof whole.$type === 'string' ? whole.$type : inherited
  for (const [key, each] of Object.entries(whole)) {
    if ((key.startsWith('$') && key !== '$root') || !isGroup(each)) continue
    const own = key === '$root' ? path : [...path, key]
    if (!('$value' in each)) {
      gather(root, each, own, type, tokens, others)
      continue
    }
    const { value, type: said } = resolved(root, each, own, type)
    if (said === 'color' || (said === null && isGroup(value) && 'colorSpace' in value))
      tokens.push({ path: own, value })
    else others.count++
  }
}

/** A group with what the ones that it extends have and it has not. */
function extended(root: Group, group: Group, path: readonly string[], depth = 0): Group {
  const from = group.$extends
  if (from === undefined) return group
  if (depth > MOST_DEEP) badPalette(`${placeOf(path)} extends itself.`)
  const target = isGroup(from) ? from.$ref : from
  const found = typeof target === 'string' ? at(root, pathOf(target)) : undefined
  if (!isGroup(found)) return badPalette(`${placeOf(path)} extends ${JSON.stringify(target)}, which is not there.`)
  const base = extended(root, found, path, depth + 1)
  return merged(base, group)
}

function merged(base: Group, over: Group): Group {
  const result: Group = { ...base }
  for (const [key, each] of Object.entries(over)) {
    if (key === '__proto__') continue
    const below = result[key]
    result[key] = isGroup(below) && isGroup(each) && !('$value' in each) ? merged(below, each) : each
  }
  delete result.$extends
  return result
}

/** Of `{group.token}` or a JSON pointer (RFC 6901) of a fragment. */
function pathOf(reference: string): string[] {
  const braces = /^\{(.+)\}$/.exec(reference)
  if (braces) return braces[1]!.split('.')
  return reference
    .replace(/^#\//, '')
    .split('/')
    .map(each => decoded(each).replaceAll('~1', '/').replaceAll('~0', '~'))
}
function decoded(text: string): string {
  try {
    return decodeURIComponent(text)
  } catch {
    return text
  }
}
function at(root: Group, path: readonly string[]): Json | undefined {
  let found: Json | undefined = root
  for (const key of path) {
    if (Array.isArray(found)) found = found[Number(key)]
    else if (isGroup(found) && Object.hasOwn(found, key)) found = found[key]
    else return undefined
  }
  return found
}

/** What a token says in the end, and its type. References are gone after; where they go round it is said. */
function resolved(root: Group, token: Group, path: readonly string[], inherited: string | null) {
  let type = typeof token.$type === 'string' ? token.$type : inherited
  let value = token.$value!
  for (let i = 0; ; i++) {
    const target = isGroup(value) && typeof value.$ref === 'string' ? value.$ref : value
    if (typeof target !== 'string' || !/^\{.+\}$|^#\//.test(target)) return { value, type }
    if (i > MOST_DEEP) badPalette(`${placeOf(path)} refers to itself.`)
    const found = at(root, pathOf(target)) ?? at(root, [...pathOf(target), '$root'])
    if (found === undefined) badPalette(`${placeOf(path)} refers to ${target}, which is not there.`)
    if (isGroup(found) && '$value' in found) {
      type = typeof token.$type === 'string' ? token.$type : (typeOf(root, pathOf(target)) ?? type)
      value = found.$value!
    } else value = found!
  }
}
function typeOf(root: Group, path: readonly string[]): string | null {
  for (let i = path.length; i >= 0; i--) {
    const found = at(root, path.slice(0, i))
    if (isGroup(found) && typeof found.$type === 'string') return found.$type
  }
  return null
}

/** What each space is called there and how its figures become culori’s: those of `hsl` and `hwb` are per cent. */
const SPACES: Record<string, (c: readonly (number | undefined)[]) => Color> = {
  srgb: ([r, g, b]) => ({ mode: 'rgb', r: r!, g: g!, b: b! }),
  'srgb-linear': ([r, g, b]) => ({ mode: 'lrgb', r: r!, g: g!, b: b! }),
  hsl: ([h, s, l]) => ({ mode: 'hsl', h: h!, s: s! / 100, l: l! / 100 }),
  hwb: ([h, w, b]) => ({ mode: 'hwb', h: h!, w: w! / 100, b: b! / 100 }),
  lab: ([l, a, b]) => ({ mode: 'lab', l: l!, a: a!, b: b! }),
  lch: ([l, c, h]) => ({ mode: 'lch', l: l!, c: c!, h: h! }),
  oklab: ([l, a, b]) => ({ mode: 'oklab', l: l!, a: a!, b: b! }),
  oklch: ([l, c, h]) => ({ mode: 'oklch', l: l!, c: c!, h: h! }),
  'display-p3': ([r, g, b]) => ({ mode: 'p3', r: r!, g: g!, b: b! }),
  'a98-rgb': ([r, g, b]) => ({ mode: 'a98', r: r!, g: g!, b: b! }),
  'prophoto-rgb': ([r, g, b]) => ({ mode: 'prophoto', r: r!, g: g!, b: b! }),
  rec2020: ([r, g, b]) => ({ mode: 'rec2020', r: r!, g: g!, b: b! }),
  'xyz-d65': ([x, y, z]) => ({ mode: 'xyz65', x: x!, y: y!, z: z! }),
  'xyz-d50': ([x, y, z]) => ({ mode: 'xyz50', x: x!, y: y!, z: z! }),
}

function colourOf({ path, value }: Token): Color {
  const where = placeOf(path)
  if (typeof value === 'string') return parseHex(value) ?? badPalette(`${where}: “${value}” is no colour.`)
  if (!isGroup(value)) return badPalette(`${where} has no colour as its value.`)
  const { colorSpace, components, alpha } = value
  const space = typeof colorSpace === 'string' && Object.hasOwn(SPACES, colorSpace) ? SPACES[colorSpace] : undefined
  if (!space) return badPalette(`${where}: there is no colour space ${JSON.stringify(colorSpace)}.`)
  if (
    !Array.isArray(components) ||
    components.length !== 3 ||
    !components.every(each => each === 'none' || isFigure(each))
  )
    return badPalette(`${where}: its components are not three numbers.`)
  if (alpha !== undefined && alpha !== 'none' && !(isFigure(alpha) && alpha >= 0 && alpha <= 1))
    badPalette(`${where}: its alpha is not from 0 to 1.`)
  // A component that is missing counts as nought (CSS Color 4, 4.4).
  const colour = space(components.map(each => (each === 'none' ? 0 : (each as number))))
  return typeof alpha === 'number' ? { ...colour, alpha } : colour
}
const isFigure = (value: Json): value is number =>
  typeof value === 'number' && Number.isFinite(value) && Math.abs(value) <= 10_000

/** As much of the end of each path as tells it from the others. */
function shortNames(paths: readonly (readonly string[])[]): string[] {
  return paths.map(path => {
    for (let length = 1; length < path.length; length++) {
      const end = path.slice(-length).join(' ')
      if (paths.filter(each => each.slice(-length).join(' ') === end).length === 1) return end
    }
    return path.join(' ')
  })
}

/** Components with as many places as bring the same eight bits back. */
const share = (value: number) => Math.round((value / 255) * 10_000) / 10_000

/** One group with a token for each well, with hex as a fallback for readers that know no spaces. */
export function tokensOf(title: string, wells: readonly Well[]): string {
  const group: Record<string, unknown> = { $type: 'color' }
  const names = namedApart(wells.map(each => ({ ...each, name: tokenName(each.name) }))).map(each => each.name)
  wells.forEach(({ name, colour }, i) => {
    group[names[i]!] = {
      $value: { colorSpace: 'srgb', components: [...colour].map(share), alpha: 1, hex: hexOf(colour) },
      ...(names[i] !== name && { $description: name }),
    }
  })
  return `${JSON.stringify({ [tokenName(title)]: group }, null, 2)}\n`
}

/** Names begin with no `$` and have no braces and dots (Format Module, 5.1). */
const tokenName = (name: string): string =>
  name.replace(/^\$+/, '').replace(/[{}.]/g, ' ').replace(/\s+/g, ' ').trim() || 'colour'
