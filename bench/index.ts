import { writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { browserRows } from './browser'
import { checkThatItDraws, compositing, pouring, replaying, strokes, toolStrokes, trueUp } from './core'
import { adjusting } from './adjusting'
import { attack } from './attack'
import { bringing } from './bringing'
import { blending, closing, stacks } from './layers'
import { layered } from './layered'
import type { Row } from './measure'
import { load, school, soak } from './load'
import { drafting, looking } from './looking'
import { moving, selecting } from './moving'
import { mural } from './mural'
import { fromPaper } from './paper'
import { pile } from './pile'
import { serveProposals } from './proposer'
import { year } from './year'

/**
 * `npm run bench`: a table on the screen and bench/result.json. Ratios within one run count, not ms.
 * LITTLE_EASEL_BENCH=closing gaps,…: only those, nothing written. A whole school (`school`) and half an hour of a class
 * (`soak`) are done only when asked for.
 */
async function main(): Promise<void> {
  checkThatItDraws()
  const rows: Row[] = []
  const wanted = process.env.LITTLE_EASEL_BENCH?.split(',')
  for (const [name, run] of [
    ['strokes', strokes],
    ['tools', toolStrokes],
    ['true-up', trueUp],
    ['compositing', compositing],
    ['pouring', pouring],
    ['blending', blending],
    ['stacks', stacks],
    ['closing gaps', closing],
    ['replaying', replaying],
    ['moving', moving],
    ['selecting', selecting],
    ['bringing in', bringing],
    ['from paper', fromPaper],
    ['layered files', layered],
    ['adjusting', adjusting],
    ['look-fors', looking],
    ['drafting', drafting],
    ['load', load],
    ['school', () => (wanted ? school() : [])],
    ['soak', () => (wanted ? soak() : [])],
    ['attack', attack],
    ['pile', pile],
    ['mural', mural],
    // The last: what others are timed with is the demo alone.
    ['year', year],
  ] as const) {
    if (wanted && !wanted.includes(name)) continue
    console.log(`· ${name}`)
    rows.push(...(await run()))
  }
  const appUrl = process.env.LITTLE_EASEL_URL
  console.log('· in Chromium')
  const none = { rows: [], notes: [] }
  const browser =
    appUrl && !wanted
      ? await browserRows(appUrl).catch((error: unknown) => ({
          ...none,
          notes: [`In Chromium it failed: ${String(error)}`],
        }))
      : none
  const groups = [...new Set([...rows, ...browser.rows].map(row => row.group))]
  const table = groups.map(group => {
    const own = [...rows, ...browser.rows].filter(row => row.group === group)
    const [first] = own
    return [
      `\n${group}`,
      ...own.map(
        row =>
          `  ${row.name.padEnd(44)} ${row.median.toFixed(1).padStart(9)} ${row.unit ?? `ms   × ${(row.median / first!.median).toFixed(2)}`}`,
      ),
    ].join('\n')
  })
  console.log(table.join('\n'))
  for (const note of browser.notes) console.log(`\n${note}`)
  if (!wanted)
    writeFileSync(
      process.env.LITTLE_EASEL_BENCH_FILE ?? 'bench/result.json',
      `${JSON.stringify({ node: process.version, cores: cpus().length, rows, browser }, null, 2)}\n`,
    )
}

if (!serveProposals())
  main().then(
    () => process.exit(0),
    (error: unknown) => {
      console.error(error)
      process.exit(1)
    },
  )
