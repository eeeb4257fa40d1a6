import { createCanvas } from '@napi-rs/canvas'
import sharp from 'sharp'
import { adjusted, finished, PLAIN_ADJUSTMENTS } from '#core/adjust'
import { packSample, Rubbing, toolSettings } from '#core/brush'
import { flattenDrawing, type Layer, type Sheet } from '#core/layers'
import { filledLayer, kernels, lineDrawing, memoryCopy, openCv, settle, sheet, SIDE } from './core'
import { side, type Row } from './measure'

/** Blurs beside independent libraries, what is shown while a slider is moved, and rubbing paint. */

/** The sheet at the size at which a window shows it. */
const WINDOW: Sheet = { ...sheet, width: 625, height: 625 }

export async function adjusting(): Promise<Row[]> {
  const layer = filledLayer('a', 1, 100)
  const pixels = flattenDrawing(kernels, { sheet, layers: [layer] }, null)
  const source = createCanvas(SIDE, SIDE)
  const image = source.getContext('2d').createImageData(SIDE, SIDE)
  image.data.set(pixels)
  source.getContext('2d').putImageData(image, 0, 0)
  const target = createCanvas(SIDE, SIDE)
  const context = target.getContext('2d')
  const cv = await openCv()
  const [from, to] = [cv.matFromArray(SIDE, SIDE, cv.CV_8UC4, pixels), new cv.Mat()]
  const rows: Row[] = []
  for (const sigma of [3, 20, 80]) {
    const wide = 2 * Math.ceil(3 * sigma) + 1
    rows.push(
      ...(await side(
        `blur of σ ${sigma} px, ${SIDE} × ${SIDE} (aim: faster than each)`,
        [
          {
            name: 'Little Easel',
            run: () => finished(adjusted(kernels, { sheet, layer, seed: 1 }, { kind: 'blur', sigma: sigma * 10 })),
          },
          {
            name: 'sharp (libvips)',
            run: () =>
              sharp(pixels, { raw: { width: SIDE, height: SIDE, channels: 4 } })
                .blur(sigma)
                .raw()
                .toBuffer(),
          },
          {
            name: 'Skia, canvas filter',
            run() {
              context.clearRect(0, 0, SIDE, SIDE)
              context.filter = `blur(${sigma}px)`
              context.drawImage(source, 0, 0)
              return settle(context)
            },
          },
          // Without threads and with a kernel six σ wide it takes minutes for the wider ones.
          ...(sigma > 3
            ? []
            : [
                {
                  name: 'OpenCV, GaussianBlur',
                  run: () => cv.GaussianBlur(from, to, new cv.Size(wide, wide), sigma, sigma, cv.BORDER_REPLICATE),
                },
              ]),
          memoryCopy,
        ],
        3,
      )),
    )
  }
  from.delete()
  to.delete()
  rows.push(
    ...(await previews(lineDrawing().layers[1]!, 'lines')),
    ...(await previews(layer, 'a layer on which every px is another colour')),
    ...(await rubbing(layer)),
  )
  return rows
}

/** Every adjustment at the size of the window. */
function previews(layer: Layer, what: string): Promise<Row[]> {
  const small: Layer = { ...layer, tiles: new Map([...layer.tiles].slice(0, 9).map(([, tile], i) => [i, tile])) }
  return side(
    `what an adjustment shows while its slider is moved, ${WINDOW.width} × ${WINDOW.height}: ${what} (aim: 33 ms)`,
    Object.values(PLAIN_ADJUSTMENTS).map(each => ({
      name: each.kind,
      run: () => finished(adjusted(kernels, { sheet: WINDOW, layer: small, seed: 1, isRough: true }, each)),
    })),
    5,
  )
}

/** A second of a stroke of 120 samples with what is shown of it, once a frame. */
function rubbing(layer: Layer): Promise<Row[]> {
  const frames = Array.from({ length: 60 }, (_, i) =>
    [2 * i, 2 * i + 1].flatMap(k =>
      packSample({ x: 400 + k * 9, y: 700 + 200 * Math.sin(k / 14), pressure: 0.8, wait: k === 0 ? 0 : 8 }),
    ),
  )
  return side(
    'a second of rubbing with 100 px, 120 samples (aim: under 1 000 ms)',
    (['smudge', 'soften'] as const).map(effect => ({
      name: effect,
      run() {
        const stroke = new Rubbing(kernels, { sheet, layers: [layer] }, layer, {
          tool: toolSettings(effect, { size: 100 }),
          colour: [0, 0, 0],
          seed: 1,
        })
        for (const samples of frames) {
          const box = stroke.extend(samples)
          for (const { number, part } of stroke.touched.parts())
            if (part.x1 > box.x0 && part.x0 < box.x1 && part.y1 > box.y0 && part.y0 < box.y1)
              stroke.preview(number, part)
        }
        stroke.finish()
        return stroke.lay()
      },
    })),
    5,
  )
}
