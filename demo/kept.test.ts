import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { contentHash, replay, requireRecord } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { planSchema } from '#core/plan'
import { examine } from '../server/jobs/examine'
import { drawingsOfDemo, kettleName, lessonName, panelName, planName, type Drawn } from './drawn'
import { KEPT, keepDrawn, keptDrawn } from './kept'

const kernels = loadKernels()
const all = drawingsOfDemo()
/** `npm run test:long` draws and replays every one. */
const isLong = process.env.LITTLE_EASEL_LONG === '1'
const some = (...names: string[]) => (isLong ? all.map(each => each.name) : names)
const handedIn = isLong
  ? (await Promise.all(all.map(async ({ name }) => ((await keptDrawn(KEPT, name)).examined ? [name] : [])))).flat()
  : [kettleName('Bram Ostley'), lessonName(0, 0)]

/** Without pictures: packers of PNG and WebP may change their bytes. */
const withoutPictures = ({ picture: _, live: __, examined, ...drawn }: Drawn) =>
  JSON.parse(JSON.stringify({ ...drawn, examined: examined && { ...examined, picture: null } })) as unknown

describe('the demo’s drawings', () => {
  it('are all kept, plans and records whole', async () => {
    expect(new Set(all.map(each => each.name)).size).toBe(all.length)
    for (const { name } of all) {
      const { plan, entries, picture, live } = await keptDrawn(KEPT, name)
      if (plan) expect(planSchema.safeParse(plan).error?.issues ?? [], name).toEqual([])
      else
        expect(
          requireRecord({ version: 1, sheet: { width: 600, height: 600, paper: [255, 255, 255] }, entries }).entries
            .length,
          name,
        ).toBeGreaterThan(2)
      for (const each of [picture, live]) if (each) expect(each.length, name).toBeGreaterThan(500)
    }
  })

  // If this fails because the demo is to be another one now: npm run demo:draw.
  it.each(some(planName('lesson-3'), kettleName('Lowri Pask'), lessonName(2, 1), panelName(0)))(
    '%s is what is drawn today',
    async name => {
      const drawn = await all.find(each => each.name === name)!.draw(kernels)
      expect(withoutPictures(await keptDrawn(KEPT, name))).toEqual(withoutPictures(drawn))
    },
  )

  it.each(handedIn)('%s is found as it was handed in', async name => {
    const { entries, examined } = await keptDrawn(KEPT, name)
    const { plan } = await keptDrawn(KEPT, planName(name.split('/')[0]!))
    const { hash, findings } = examine({ version: 1, sheet: plan!.sheet, entries: [...entries!] }, plan!.steps)
    expect(hash).toBe(examined!.hash)
    expect(JSON.parse(JSON.stringify(findings))).toEqual(examined!.findings)
    expect(contentHash(replay(kernels, { version: 1, sheet: plan!.sheet, entries: [...entries!] }).drawing)).toBe(hash)
  })
})

describe('keeping', () => {
  it('gives back what was kept, and says what is missing', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'little-easel-kept-'))
    try {
      const drawn: Drawn = {
        entries: [{ type: 'step', at: 0, step: 'a' }],
        live: new Uint8Array([1, 2, 3]),
        examined: {
          hash: 'h',
          findings: [],
          measures: {} as NonNullable<Drawn['examined']>['measures'],
          picture: new Uint8Array([4, 5]),
        },
      }
      await keepDrawn(folder, 'some/one', drawn)
      expect(await keptDrawn(folder, 'some/one')).toEqual(drawn)
      await expect(keptDrawn(folder, 'some/other')).rejects.toThrow(/some\/other.*npm run demo:draw/s)
    } finally {
      await rm(folder, { recursive: true, force: true })
    }
  })
})
