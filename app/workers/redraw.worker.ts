import { expose, transfer } from 'comlink'
import { replay, type DrawingRecord } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { bringPictures } from './pictures/bring'
import { picturePng } from './sheet/picture'

const kernels = loadKernels()

/** Draws records anew as pictures in their full size, where nothing else waits for it. */
export class Redrawer {
  /** The end of a record on its paper, as a PNG. Throws CoreError when an act can't be done. */
  async picture(record: DrawingRecord): Promise<Uint8Array> {
    await bringPictures(kernels, record.entries)
    const png = picturePng(kernels, replay(kernels, record).drawing, 'paper')
    return transfer(png, [png.buffer])
  }

  /** The same with what was drawn over it, on a sheet of its own. */
  async pictureWithOver(record: DrawingRecord, over: DrawingRecord): Promise<Uint8Array> {
    await bringPictures(kernels, [...record.entries, ...over.entries])
    const work = replay(kernels, record).drawing
    const layers = replay(kernels, over).drawing.layers.map(({ group: _group, ...layer }) => ({
      ...layer,
      id: `over ${layer.id}`,
    }))
    const png = picturePng(kernels, { ...work, layers: [...work.layers, ...layers] }, 'paper')
    return transfer(png, [png.buffer])
  }
}

expose(new Redrawer())
