// npm run licences: the licences of all packages that run with the product, and of those that build and test it. Ends
// with 1 where one of the first may not.
import { isFree } from './lib/advisories.mjs'
import { ensurePackages } from './lib/needs.mjs'
import { ROOT } from './lib/root.mjs'
import { runMain } from './lib/say.mjs'

runMain(async () => {
  await ensurePackages()
  const checker = await import('license-checker-rseidelsohn')
  const licencesOf = options =>
    new Promise((resolve, reject) =>
      checker.init({ start: ROOT, excludePrivatePackages: true, ...options }, (error, packages) =>
        error
          ? reject(error)
          : resolve(new Map(Object.entries(packages).map(([name, { licenses }]) => [name, licenses]))),
      ),
    )
  const running = await licencesOf({ production: true })
  const all = await licencesOf({})
  const others = new Map([...all].filter(([name]) => !running.has(name)))
  const isBound = ([, licence]) => ![licence].flat().some(isFree)
  for (const [title, packages] of [
    ['With the product', running],
    ['For building and testing', others],
  ]) {
    console.log(`\n${title}: ${packages.size} packages`)
    const byLicence = new Map()
    for (const [name, licence] of packages)
      byLicence.set(String(licence), [...(byLicence.get(String(licence)) ?? []), name])
    for (const [licence, names] of [...byLicence].sort((a, b) => b[1].length - a[1].length))
      console.log(`  ${licence} (${names.length})\n    ${names.join(' ')}`)
  }
  const bound = [...running].filter(isBound)
  for (const [name, licence] of bound) console.log(`\n${name}: ${licence} may not run with the product.`)
  process.exit(bound.length > 0 ? 1 : 0)
})
