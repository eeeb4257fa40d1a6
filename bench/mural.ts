import { readFileSync } from 'node:fs'
import { loadKernels } from '#core/kernels'
import { drawPanelOf, harbourMural } from '#demo/mural'
import type { MuralView } from '#shared/mural'
import { openClass } from '../tests/lib/class'
import { Client } from '../tests/lib/client'
import type { Row } from './measure'

const GRID = { columns: 8, rows: 6, width: 1200, height: 900, bleed: 40 }
const LEARNERS = 6
const GROUP = `a mural of ${GRID.columns} × ${GRID.rows} panels of ${GRID.width} px put together at the server (aim: under 30 s, memory under 1 GB)`
const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

/**
 * How long it takes to put a whole mural together, what memory the server needs at most, and how it is when little has
 * changed.
 */
export async function mural(): Promise<Row[]> {
  const url = process.env.LITTLE_EASEL_URL
  if (!url) return []
  const teacher = await new Client(url).teacher()
  const { classId, clients } = await openClass(
    url,
    teacher,
    'A mural',
    Array.from({ length: LEARNERS }, (_, i) => `Learner ${i + 1}`),
  )
  const laid = await harbourMural(GRID)
  const { id } = (await teacher.call<{ id: number }>('POST', `/api/classes/${classId}/murals`, laid)).body
  const kernels = loadKernels()
  const writer = 'a-writer-of-the-bench'
  let acts = 0
  for (let place = 0; place < GRID.columns * GRID.rows; place++) {
    const client = clients[place % LEARNERS]!
    await client.call('POST', `/api/murals/${id}/panels/${place}/take`, { isTaken: true })
    const drawing = (await client.call<{ id: number }>('POST', `/api/murals/${id}/panels/${place}/open`)).body.id
    await client.call('POST', `/api/drawings/${drawing}/claim`, { writer, takeOver: false })
    const { entries } = drawPanelOf(kernels, laid, place, { seed: 900 + place })
    acts += entries.length
    const { status } = await client.call('POST', `/api/drawings/${drawing}/batches`, {
      number: 0,
      from: 0,
      writer,
      entries,
    })
    if (status !== 200) throw new Error(`panel ${place} was answered with ${status}`)
  }
  const assemble = async () => {
    const before = (await teacher.call<MuralView>('GET', `/api/murals/${id}`)).body.assembly.whole?.at ?? null
    const began = performance.now()
    await teacher.call('POST', `/api/murals/${id}/assemble`)
    for (;;) {
      const { assembly } = (await teacher.call<MuralView>('GET', `/api/murals/${id}`)).body
      if (assembly.state === 'failed') throw new Error('the mural could not be put together')
      if (assembly.state === 'done' && assembly.whole && assembly.whole.at !== before) {
        if (assembly.whole.missing.length) throw new Error(`${assembly.whole.missing.length} panels are missing`)
        return performance.now() - began
      }
      await wait(100)
    }
  }
  const first = await assemble()
  const second = await assemble()
  const askedAt = performance.now()
  const poster = await teacher.call<ArrayBuffer>('GET', `/api/murals/${id}/poster?paper=a4&width=2000`)
  const posterMs = performance.now() - askedAt
  if (poster.status !== 200) throw new Error(`the poster was answered with ${poster.status}`)
  const row = (name: string, median: number): Row => ({ group: GROUP, name, median, runs: 1 })
  // The most that the process ever held, as Linux counts it (proc(5), VmHWM).
  const peak =
    Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${process.env.LITTLE_EASEL_PID}/status`, 'utf8'))![1]) / 1024
  return [
    row(`all drawn again from ${acts} acts, and joined`, first),
    row('again, nothing has changed', second),
    row('its poster of 2 m over A4', posterMs),
    { ...row('the server held at most', peak), unit: 'MB' },
  ]
}
