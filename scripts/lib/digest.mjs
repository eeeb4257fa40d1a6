import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs'
import { fromRoot } from './root.mjs'

/** SHA-256, hex, of files and folders of the project with all that lies in them, and of what else counts. */
export function digestOf(paths, ...more) {
  const hash = createHash('sha256')
  for (const each of more) hash.update(each).update('\0')
  for (const path of paths) addTo(hash, fromRoot(path), path)
  return hash.digest('hex')
}

function addTo(hash, path, name) {
  if (!existsSync(path)) return
  if (statSync(path).isDirectory()) {
    for (const child of readdirSync(path).sort()) addTo(hash, `${path}/${child}`, `${name}/${child}`)
    return
  }
  hash.update(name).update('\0').update(readFileSync(path)).update('\0')
}
