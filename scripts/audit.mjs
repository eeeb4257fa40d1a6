// npm run audit: faults that are known of the packages in use, where the registry tells them. Ends with 1 where there
// is a high or a critical one, and with 2 where the registry tells none.
import { execFile } from 'node:child_process'
import { advisoriesIn } from './lib/advisories.mjs'
import { ROOT } from './lib/root.mjs'
import { runMain } from './lib/say.mjs'

runMain(async () => {
  // It ends with 1 where it found something: what it writes counts.
  const text = await new Promise(resolve =>
    execFile('npm', ['audit', '--json'], { cwd: ROOT, maxBuffer: 1 << 28 }, (_, out, err) => resolve(out || err)),
  )
  const { rows, why } = advisoriesIn(text)
  if (rows === null) {
    console.log(`This registry gives no advisories (${why}).`)
    console.log('  → Run it where npm’s own registry, or one that passes its advisories on, can be reached.')
    process.exit(2)
  }
  for (const { severity, name, range, what, fix } of rows)
    console.log(`${severity.padEnd(9)} ${name} ${range}\n          ${what}; mended by: ${fix}`)
  const grave = rows.filter(({ severity }) => severity === 'high' || severity === 'critical').length
  console.log(rows.length === 0 ? 'No faults are known.' : `${rows.length} known, ${grave} of them high or critical.`)
  process.exit(grave > 0 ? 1 : 0)
})
