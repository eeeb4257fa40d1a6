import { describe, expect, it } from 'vitest'
import { runSteps } from './steps.mjs'

/** Steps that note when they begin and end. */
function noted(after: Record<string, string[]>, failing?: string) {
  const events: string[] = []
  const steps = Object.fromEntries(
    Object.entries(after).map(([name, waits]) => [
      name,
      {
        after: waits,
        async run() {
          events.push(`+${name}`)
          await Promise.resolve()
          if (name === failing) throw new Error(`${name} failed`)
          events.push(`-${name}`)
          return name.toUpperCase()
        },
      },
    ]),
  )
  return { steps, events }
}
const quiet = { tell: () => {} }

describe('steps', () => {
  it('run side by side where they may, and one after the other where they must', async () => {
    const { steps, events } = noted({
      packages: [],
      debian: [],
      build: ['packages'],
      database: ['debian'],
      serve: ['build', 'database'],
    })
    expect(await runSteps(steps, quiet)).toEqual({
      packages: 'PACKAGES',
      debian: 'DEBIAN',
      build: 'BUILD',
      database: 'DATABASE',
      serve: 'SERVE',
    })
    expect(events.slice(0, 2)).toEqual(['+packages', '+debian'])
    for (const [earlier, later] of [
      ['-packages', '+build'],
      ['-debian', '+database'],
      ['-build', '+serve'],
      ['-database', '+serve'],
    ]) {
      expect(events.indexOf(earlier!)).toBeLessThan(events.indexOf(later!))
    }
  })

  it('say what is left, and nothing of what took no time', async () => {
    let clock = 0
    const told: string[] = []
    const lasting = (ms: number) => async () => void (clock += ms)
    await runSteps(
      {
        one: { run: lasting(3000) },
        two: { after: ['one'], run: lasting(10) },
        three: { after: ['two'], run: lasting(2000) },
      },
      { tell: (line: string) => void told.push(line), now: () => clock },
    )
    expect(told).toEqual(['one: 3 s; left: two, three', 'three: 2 s'])
  })

  it('end when one fails: what waits for it is not begun, what runs is waited for', async () => {
    const { steps, events } = noted({ packages: [], build: ['packages'], debian: [], late: ['debian'] }, 'packages')
    await expect(runSteps(steps, quiet)).rejects.toThrow('packages failed')
    expect(events).toEqual(['+packages', '+debian', '-debian'])
  })

  it.each([
    [{ a: ['b'] }, /"a" waits for "b"/],
    [{ a: ['b'], b: ['a'] }, /wait for one another: a → b → a/],
  ])('that could never begin are refused: %o', async (after, why) => {
    await expect(runSteps(noted(after as Record<string, string[]>).steps, quiet)).rejects.toThrow(why)
  })
})
