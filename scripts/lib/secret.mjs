import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** A secret of so many random bytes, hex, in a file that only its owner reads; made once and kept. */
export function secretIn(folder, name, bytes) {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const file = join(folder, name)
  if (!existsSync(file)) writeFileSync(file, randomBytes(bytes).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8').trim()
}
