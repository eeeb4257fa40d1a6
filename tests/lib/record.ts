import type { Page } from 'playwright-core'
import { expect } from 'vitest'
import { replay, type Act, type DrawingRecord, type Entry } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { flattenDrawing, type Drawing } from '#core/layers'
import type { Point } from '#demo/hand'
import { enterAsLearner, openBrowser, type OpenedBrowser } from './browser'
import { Client } from './client'
import type { Placed } from './draw'
import { drawingNumber, expectKept, openEasel, switchTruingOff } from './easel'

interface Kept {
  readonly entries: Entry[]
  readonly plan: { readonly sheet: DrawingRecord['sheet'] }
}

/** What the server keeps of the drawing that a page has open. */
export class KeptRecord {
  constructor(
    private readonly page: Page,
    private readonly client: Client,
  ) {}

  async read(): Promise<Kept> {
    await expectKept(this.page)
    return (await this.client.call<Kept>('GET', `/api/drawings/${drawingNumber(this.page)}`)).body
  }

  /** The acts of a kind, once there are `count` of them. */
  async acts<K extends Act['kind']>(kind: K, count: number): Promise<Extract<Act, { kind: K }>[]> {
    const found = async () =>
      (await this.read()).entries.flatMap(entry =>
        entry.type === 'act' && entry.act.kind === kind ? [entry.act as Extract<Act, { kind: K }>] : [],
      )
    await expect.poll(async () => (await found()).length, { timeout: 20_000 }).toBe(count)
    return found()
  }

  /** The drawing as that record makes it, here in Node. */
  async drawing(): Promise<Drawing> {
    const { entries, plan } = await this.read()
    return replay(loadKernels(), { version: 1, sheet: plan.sheet, entries }).drawing
  }
}

/** Red, green, blue of a place as it is seen. */
export function pixel(of: Drawing, [x, y]: Point): number[] {
  return [...flattenDrawing(loadKernels(), of).subarray(4 * (y * of.sheet.width + x), 4 * (y * of.sheet.width + x) + 3)]
}

/**
 * A browser in which a learner of the demo class has begun the plan afresh, with truing off; and what the server keeps
 * of it.
 */
export interface DrawingLearner extends OpenedBrowser {
  readonly page: Page
  readonly at: Placed
  readonly record: KeptRecord
}

export async function learnerAtEasel(url: string, name: string, pin: string): Promise<DrawingLearner> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await enterAsLearner(page, url, { code: 'KETTLE7', name, pin })
  const at = await openEasel(page, true)
  const record = new KeptRecord(page, await new Client(url).learner(name, pin))
  await switchTruingOff(page)
  return { ...browser, page, at, record }
}
