import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { planFileSchemas } from '#core/plan'

/** Writes the JSON Schemas of plan files, as they are published. */
const folder = process.argv[2]!
mkdirSync(folder, { recursive: true })
for (const [name, schema] of Object.entries(planFileSchemas()))
  writeFileSync(join(folder, name), `${JSON.stringify(schema, null, 1)}\n`)
