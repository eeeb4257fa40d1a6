import { spawn } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { fromRoot } from '../scripts/lib/root.mjs'

/**
 * A short campaign of faults before a whole cluster: `npm run faults` is the long one. By script alone: what befalls
 * tabs is tried by `campaign.test.ts`.
 */

const FAULTS = 14

describe('a cluster in a gale', () => {
  it(`loses nothing and doubles nothing in ${FAULTS} faults`, { timeout: 900_000 }, async () => {
    const campaign = spawn(process.execPath, [fromRoot('scripts/faults.mjs'), String(FAULTS), '4'], {
      env: { ...process.env, LITTLE_EASEL_BROWSER: 'no', LITTLE_EASEL_LEARNERS: '4' },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    let said = ''
    for (const stream of [campaign.stdout, campaign.stderr]) stream.on('data', data => (said += String(data)))
    const code = await new Promise(resolve => campaign.on('exit', resolve))
    expect(code, said).toBe(0)
    expect(said).toContain(`${FAULTS} faults in`)
    expect(said).toContain('nothing lost, nothing doubled')
    // It was a campaign: acts were drawn, and drawings handed in.
    expect(Number(/(\d+) {2}acts/.exec(said)?.[1]), said).toBeGreaterThan(20)
    expect(Number(/(\d+) {2}handIns/.exec(said)?.[1]), said).toBeGreaterThan(0)
  })
})
