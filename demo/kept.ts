import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import type { Drawn } from './drawn'

/** Where the demo's drawings are kept, from the project's folder. */
export const KEPT = 'demo/kept'

const fileOf = (folder: string, name: string) => join(folder, `${name}.zip`)

/** What is JSON in a kept file, and what are bytes: the same names as in `Drawn`. */
const TEXTS = ['plan', 'entries', 'seams'] as const
const BYTES = ['live', 'edges', 'picture'] as const

/** A fixed day: the same drawing makes the same file. */
const MADE_ON = '1980-01-02'

/** Writes a drawing as `<folder>/<name>.zip`, with folders as they are needed. */
export async function keepDrawn(folder: string, name: string, drawn: Drawn): Promise<void> {
  const files: Record<string, Uint8Array> = {}
  const addText = (key: string, value: unknown) => (files[`${key}.json`] = strToU8(JSON.stringify(value)))
  for (const key of TEXTS) if (drawn[key] !== undefined) addText(key, drawn[key])
  for (const key of BYTES) if (drawn[key] !== undefined) files[key] = new Uint8Array(drawn[key])
  if (drawn.examined) {
    const { picture, ...found } = drawn.examined
    addText('examined', found)
    files['examined-picture'] = new Uint8Array(picture)
  }
  const file = fileOf(folder, name)
  await mkdir(dirname(file), { recursive: true })
  await writeFile(file, zipSync(files, { level: 9, mtime: MADE_ON }))
}

/** Reads what `keepDrawn` wrote. Throws when it is not there. */
export async function keptDrawn(folder: string, name: string): Promise<Drawn> {
  const packed = await readFile(fileOf(folder, name)).catch((cause: unknown) => {
    throw new Error(`The demo's drawing “${name}” is not in ${folder}: draw it with "npm run demo:draw".`, { cause })
  })
  const files = unzipSync(packed)
  const text = (key: string): unknown => JSON.parse(strFromU8(files[`${key}.json`]!))
  const read: Record<string, unknown> = {}
  for (const key of TEXTS) if (files[`${key}.json`]) read[key] = text(key)
  for (const key of BYTES) if (files[key]) read[key] = files[key]
  if (files['examined.json']) read.examined = { ...(text('examined') as object), picture: files['examined-picture'] }
  return read as Drawn
}
