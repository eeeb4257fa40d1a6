import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { fromRoot } from './lib/root.mjs'

/**
 * Where the examples are looked for. Tests and the demo's own drawings mention them as well, and are no part of a list.
 */
const ROOTS = ['app', 'core', 'server', 'shared', 'demo/attempts']

interface HowTo {
  readonly title: string
  readonly example: string
  readonly own: readonly string[]
  readonly touched: readonly string[]
}

/** The lists of CONTRIBUTING.md: a title, an example, and items that begin with a file. */
function howTos(): HowTo[] {
  const text = readFileSync(fromRoot('CONTRIBUTING.md'), 'utf8')
  return text
    .split(/^### … /m)
    .slice(1)
    .map(part => {
      const [, title] = /^(.*)$/m.exec(part)!
      const items = [...part.matchAll(/^\d+\. `([^`]+)`(, its own file)?:/gm)]
      return {
        title: title!,
        example: /^Example: `([^`]+)`$/m.exec(part)?.[1] ?? '',
        own: items.filter(item => item[2]).map(item => item[1]!),
        touched: items.filter(item => !item[2]).map(item => item[1]!),
      }
    })
}

/** Files that mention something, by what git knows of. */
function mentions(example: string): string[] {
  const found = execFileSync('git', ['grep', '--untracked', '-lF', '-e', example, '--', ...ROOTS], {
    cwd: fromRoot(),
    encoding: 'utf8',
  })
  return found.split('\n').filter(file => /\.(ts|vue)$/.test(file) && !file.endsWith('.test.ts'))
}

describe('CONTRIBUTING.md', () => {
  it('says how to add a tool, a look-for, an act, a warm-up, a route and a page', () => {
    expect(howTos().map(each => each.title)).toEqual([
      'a tool',
      'a look-for',
      'an act',
      'a warm-up',
      'a route',
      'a page',
    ])
  })

  it.each(howTos())('the list for $title names the files that “$example” is found in, and no others', howTo => {
    const { example, own, touched } = howTo
    expect(example).not.toBe('')
    expect(touched.length).toBeGreaterThan(0)
    for (const file of [...own, ...touched]) expect(existsSync(fromRoot(file)), file).toBe(true)
    const found = mentions(example).filter(file => !own.includes(file))
    expect(found.sort()).toEqual([...touched].sort())
  })

  it('names no file and no folder that is not there', () => {
    const text = readFileSync(fromRoot('CONTRIBUTING.md'), 'utf8')
    const named = [...text.matchAll(/`((?:app|core|server|shared|demo|tests|scripts|shots|docs)\/[\w./[\]-]+)`/g)]
    expect(named.length).toBeGreaterThan(20)
    for (const [, path] of named) expect(existsSync(fromRoot(path!)), path).toBe(true)
  })

  it('names no command that package.json does not have', () => {
    const text = readFileSync(fromRoot('CONTRIBUTING.md'), 'utf8')
    const { scripts } = JSON.parse(readFileSync(fromRoot('package.json'), 'utf8')) as {
      scripts: Record<string, string>
    }
    const commands = [...text.matchAll(/`npm run ([\w:-]+)/g)].map(found => found[1]!)
    expect(commands.length).toBeGreaterThan(5)
    for (const command of commands) expect(Object.keys(scripts)).toContain(command)
  })
})
