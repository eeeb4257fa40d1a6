import { CoreError } from '#core/base'
import { drawnWith, packPlan, readPlanFile, type Plan } from '#core/plan'
import { unpackPicture } from '#core/pictures'
import { fetchBytes } from '../api/client'
import { api } from '../api/routes'
import { keepPicture, pictureShelf } from '../workers/pictures/kept'
import { nameOfPicture } from '../workers/pictures/name'
import { afterPictures } from '../workers/pictures/send'
import { zlib } from '../workers/pictures/zlib'

/** Plans as files, with the pictures that they draw with. */

/** The file of a plan. Throws where one of its pictures can't be had. */
export async function planFileOf(plan: Plan): Promise<Uint8Array> {
  const brought = new Map<string, Uint8Array>()
  for (const { hash } of drawnWith(plan)) brought.set(hash, await bytesOf(hash))
  return packPlan(plan, brought)
}

/** A picture's px as a PNG: from this browser, or from the server. Throws where it can't be had. */
async function bytesOf(hash: string): Promise<Uint8Array> {
  const kept = await pictureShelf.get(hash).catch(() => null)
  return kept?.packed ?? fetchBytes(`/api/paint/${hash}`)
}
/** The same; null where it can't be had. */
export const broughtPicture = (hash: string): Promise<Uint8Array | null> => bytesOf(hash).catch(() => null)

/**
 * Reads the file of a plan; its pictures are kept here, to be sent before the plan is. Throws CoreError `plan-file`,
 * `picture-file`.
 */
export async function takePlanFile(bytes: Uint8Array): Promise<Plan> {
  const { plan, brought } = readPlanFile(bytes)
  for (const name of drawnWith(plan)) {
    const packed = brought.get(name.hash)!
    const picture = await unpackPicture(packed, name, zlib)
    if ((await nameOfPicture(picture)) !== name.hash)
      throw new CoreError(
        'plan-file',
        `brought/${name.hash}.png: it is not the picture that its name says`,
        'Get the file again from whoever shared it. Nothing was stored.',
      )
    await keepPicture(name, async () => packed)
  }
  return plan
}

/** Sends a plan, or changes of one, after the pictures that it draws with. */
export const withPictures = <T>(plan: Partial<Plan>, send: () => Promise<T>): Promise<T> =>
  afterPictures(drawnWith(plan), pictureShelf, api.paintPart, send)
