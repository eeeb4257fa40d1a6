import { finished } from '#core/adjust'
import type { Pixels } from '#core/kernels'
import {
  cleanedPaper,
  paperCorners,
  PLAIN_PAPER,
  readPage,
  straightened,
  type Corners,
  type PaperSettings,
} from '#core/paper'
import { madePhotograph } from '#core/paper/testing'
import { kernels, openCv } from './core'
import { side, type Row } from './measure'

/** A photographed drawing of twelve megapixels, from the whole photograph to paint. */

const [WIDTH, HEIGHT] = [4000, 3000]
const SIZE = { width: WIDTH, height: HEIGHT }

/** A made photograph, each px sixteen times: its noise is coarse, its lines are as thick as they would be. */
function photograph(): Pixels {
  const made = { seed: 6, isRuled: true, hasShadow: true, hasColour: true, noise: 9 }
  const { picture } = madePhotograph(made, WIDTH / 4, HEIGHT / 4)
  const small = new Uint32Array(picture.pixels.buffer)
  const large = new Uint32Array(WIDTH * HEIGHT)
  for (let y = 0, i = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++, i++) large[i] = small[(y >> 2) * picture.width + (x >> 2)]!
  return { ...SIZE, pixels: new Uint8Array(large.buffer) }
}

export async function fromPaper(): Promise<Row[]> {
  const taken = photograph()
  const corners: Corners = paperCorners(taken)!.corners
  // As in the app: what there is to know of the page is read from it at a smaller size, before.
  const page = straightened(kernels, taken, corners, SIZE)!
  const read = readPage(kernels, page)
  const whole = (how: Partial<PaperSettings>) =>
    finished(cleanedPaper(straightened(kernels, taken, corners, SIZE)!, read, { ...PLAIN_PAPER, ...how }))
  const cv = await openCv()
  const from = cv.matFromArray(HEIGHT, WIDTH, cv.CV_8UC4, taken.pixels)
  const points = corners.flatMap(({ x, y }) => [x, y])
  const map = cv.getPerspectiveTransform(
    cv.matFromArray(4, 1, cv.CV_32FC2, points),
    cv.matFromArray(4, 1, cv.CV_32FC2, [0, 0, WIDTH, 0, WIDTH, HEIGHT, 0, HEIGHT]),
  )
  const [straight, grey, lines] = [new cv.Mat(), new cv.Mat(), new cv.Mat()]
  return side(
    'a photographed drawing of 4000 × 3000 px straightened and cleaned (aim: 3 s)',
    [
      { name: 'Little Easel, straightened', run: () => straightened(kernels, taken, corners, SIZE) },
      {
        name: 'OpenCV, straightened',
        run: () => cv.warpPerspective(from, straight, map, new cv.Size(WIDTH, HEIGHT), cv.INTER_CUBIC),
      },
      { name: 'Little Easel, to dark lines', run: () => whole({}) },
      { name: 'Little Easel, to dark lines 2 px thicker', run: () => whole({ thicken: 2 }) },
      { name: 'Little Easel, to marks in their colours', run: () => whole({ keeps: 'colours', strength: 25 }) },
      {
        name: 'OpenCV, to lines by an adaptive threshold',
        run() {
          cv.warpPerspective(from, straight, map, new cv.Size(WIDTH, HEIGHT), cv.INTER_CUBIC)
          cv.cvtColor(straight, grey, cv.COLOR_RGBA2GRAY)
          cv.adaptiveThreshold(grey, lines, 255, cv.ADAPTIVE_THRESH_MEAN_C, cv.THRESH_BINARY_INV, 201, 40)
        },
      },
      { name: 'Little Easel, the page read (light, ruling)', run: () => readPage(kernels, page) },
    ],
    3,
  )
}
