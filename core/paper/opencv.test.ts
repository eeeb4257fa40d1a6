import { createRequire } from 'node:module'
import { beforeAll, expect, it } from 'vitest'
import { loadKernels } from '../kernels'
import { straightened } from './index'
import { madePhotograph } from './testing'

/** The little of OpenCV that is compared with. */
interface Mat {
  readonly data: Uint8Array
}
interface OpenCv {
  readonly Mat: new () => Mat
  readonly Size: new (width: number, height: number) => object
  readonly CV_8UC4: number
  readonly CV_32FC2: number
  readonly INTER_CUBIC: number
  matFromArray(rows: number, columns: number, type: number, values: ArrayLike<number>): Mat
  getPerspectiveTransform(from: Mat, to: Mat): Mat
  warpPerspective(from: Mat, to: Mat, map: Mat, size: object, how: number): void
  onRuntimeInitialized?: () => void
}

let cv: OpenCv
beforeAll(async () => {
  cv = createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv
  // It answers `then` with itself, so it is never awaited.
  await new Promise<void>(resolve => {
    if (cv.Mat) resolve()
    else cv.onRuntimeInitialized = () => resolve()
  })
}, 60_000)

it.each([2, 3, 7])('a page is straightened as OpenCV does it (%i)', seed => {
  const made = { seed, isRuled: true, hasShadow: true, hasColour: true, noise: 0 }
  const { picture, corners } = madePhotograph(made, 500, 400)
  const [width, height] = [300, 380]
  const own = straightened(loadKernels(), picture, corners, { width, height })!
  // There the middle of the first px is 0, here a half.
  const shifted = corners.flatMap(({ x, y }) => [x - 0.5, y - 0.5])
  const sheet = [0, 0, width, 0, width, height, 0, height].map(value => value - 0.5)
  const four = (values: number[]) => cv.matFromArray(4, 1, cv.CV_32FC2, values)
  const to = new cv.Mat()
  const map = cv.getPerspectiveTransform(four(shifted), four(sheet))
  const from = cv.matFromArray(picture.height, picture.width, cv.CV_8UC4, picture.pixels)
  cv.warpPerspective(from, to, map, new cv.Size(width, height), cv.INTER_CUBIC)
  const offs = own.pixels.map((value, i) => Math.abs(value - to.data[i]!))
  // Its cubic curve is another (a = −¾, here −½), and it reads between px by 32nds.
  expect(offs.reduce((sum, value) => sum + value, 0) / offs.length).toBeLessThan(0.6)
  expect(offs.toSorted()[Math.floor(0.999 * offs.length)]).toBeLessThanOrEqual(14)
})
