import type { Locator, Page } from 'playwright-core'
import { SAMPLE_FIELDS, unpackSample } from '#core/brush'
import { BEGINNERS_HAND, drawBy, type Hand, type Point } from '#demo/hand'

/** Where a sheet of 1600 × 1200 lies fitted in its window, page px. */
export interface Placed {
  readonly left: number
  readonly top: number
  readonly scale: number
}

/** How the fitted sheet lies: the same arithmetic as the app's, from the window's box. */
export async function placeOfSheet(window: Locator, sheet = { width: 1600, height: 1200 }): Promise<Placed> {
  const box = await restingBox(window)
  const scale = Math.min((box.width - 52) / sheet.width, (box.height - 52) / sheet.height)
  return {
    left: box.x + (box.width - sheet.width * scale) / 2,
    top: box.y + (box.height - sheet.height * scale) / 2,
    scale,
  }
}

/** What has not moved for so many frames rests. */
const FRAMES_AT_REST = 12

/** Where something lies once it rests: dialogs open by growing. */
export async function restingBox(locator: Locator): Promise<{ x: number; y: number; width: number; height: number }> {
  return locator.evaluate(async (element, frames) => {
    const look = () => {
      const { x, y, width, height } = element.getBoundingClientRect()
      return { x, y, width, height }
    }
    let before = look()
    for (let still = 0; still < frames;) {
      await new Promise(resolve => requestAnimationFrame(resolve))
      const now = look()
      still =
        now.width > 0 &&
        before.x === now.x &&
        before.y === now.y &&
        before.width === now.width &&
        before.height === now.height
          ? still + 1
          : 0
      before = now
    }
    return before
  }, FRAMES_AT_REST)
}

/** What is seen once nothing moves any more: two looks in a row, `apart` ms between them, are alike. */
export async function restingLook(look: () => Promise<Buffer>, apart = 400): Promise<Buffer> {
  for (let before = await look(); ;) {
    await new Promise(resolve => setTimeout(resolve, apart))
    const now = await look()
    if (now.equals(before)) return now
    before = now
  }
}

/** Sheet px to page px. */
export function onPage({ left, top, scale }: Placed, [x, y]: Point): [number, number] {
  return [left + x * scale, top + y * scale]
}

/** Draws along a line of sheet px as a hand does, with the mouse; every sample is a move. */
export async function drawWithMouse(
  page: Page,
  placed: Placed,
  line: readonly Point[],
  seed: number,
  hand: Partial<Hand> = {},
): Promise<void> {
  const { samples } = drawBy({ ...BEGINNERS_HAND, speed: 1800, ...hand }, line, seed)
  const count = samples.length / SAMPLE_FIELDS
  const first = unpackSample(samples, 0)
  await page.mouse.move(...onPage(placed, [first.x, first.y]))
  await page.mouse.down()
  const goTo = (i: number) => {
    const { x, y } = unpackSample(samples, i)
    return page.mouse.move(...onPage(placed, [x, y]))
  }
  for (let i = 1; i < count - 1; i++) await goTo(i)
  // At once: on a busy machine the hand would rest at its end, and a stroke that is held becomes true.
  await Promise.all([goTo(count - 1), page.mouse.up()])
}

/** The same with a pen that presses, through the browser's own protocol. */
export async function drawWithPen(
  page: Page,
  placed: Placed,
  line: readonly Point[],
  seed: number,
  hand: Partial<Hand> = {},
): Promise<void> {
  const session = await page.context().newCDPSession(page)
  const { samples } = drawBy({ ...BEGINNERS_HAND, speed: 1800, ...hand }, line, seed)
  const count = samples.length / SAMPLE_FIELDS
  const send = async (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', i: number) => {
    const { x, y, pressure } = unpackSample(samples, i)
    const [px, py] = onPage(placed, [x, y])
    await session.send('Input.dispatchMouseEvent', {
      type,
      x: px,
      y: py,
      pointerType: 'pen',
      force: type === 'mouseReleased' ? 0 : pressure,
      button: 'left',
      buttons: type === 'mouseReleased' ? 0 : 1,
      clickCount: 1,
    })
  }
  await send('mousePressed', 0)
  for (let i = 1; i < count - 1; i++) await send('mouseMoved', i)
  await Promise.all([send('mouseMoved', count - 1), send('mouseReleased', count - 1)])
  await session.detach()
}

/** Draws with a finger. */
export async function drawWithFinger(
  page: Page,
  placed: Placed,
  line: readonly Point[],
  seed: number,
  hand: Partial<Hand> = {},
): Promise<void> {
  const session = await page.context().newCDPSession(page)
  const { samples } = drawBy({ ...BEGINNERS_HAND, speed: 1800, ...hand }, line, seed)
  const at = (i: number) => {
    const { x, y } = unpackSample(samples, i)
    const [px, py] = onPage(placed, [x, y])
    return [{ x: px, y: py, id: 1 }]
  }
  await session.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(0) })
  const count = samples.length / SAMPLE_FIELDS
  const goTo = (i: number) => session.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(i) })
  for (let i = 1; i < count - 1; i++) await goTo(i)
  await Promise.all([goTo(count - 1), session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })])
  await session.detach()
}
