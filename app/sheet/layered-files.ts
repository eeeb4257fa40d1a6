import { transfer, wrap, type Remote } from 'comlink'
import type { StackPaint } from '#core/drawing'
import LayeredWorker from '../workers/layered.worker?worker'
import type { Answered } from '../workers/pictures/answered'
import { kindOf } from '../workers/pictures/kinds'
import type { LayeredWork, OpenedFile } from '../workers/pictures/layered'

/** Threads that read and pack the pictures of a layered file. */
const THREADS = 2

export async function isLayeredFile(file: Blob): Promise<boolean> {
  return kindOf(new Uint8Array(await file.slice(0, 100).arrayBuffer())) === 'openraster'
}

/** A layered file whose pictures this browser keeps. */
export interface LayeredFileRead {
  readonly read: OpenedFile['read']
  readonly pictures: ReadonlyMap<string, StackPaint>
}

/** With threads of its own, which go when it is done. */
async function withThreads<T>(use: (threads: readonly Remote<LayeredWork>[]) => Promise<T>): Promise<T> {
  const workers = Array.from({ length: THREADS }, () => new LayeredWorker())
  // Held until the end: a wrapped worker that nobody holds hears nothing more.
  const threads = workers.map(each => wrap<LayeredWork>(each))
  try {
    return await use(threads)
  } finally {
    for (const each of workers) each.terminate()
  }
}

/** Reads a layered file. `onShare`: how far it is, 0 … 1. */
export function readLayeredFile(file: Blob, onShare: (share: number) => void): Promise<Answered<LayeredFileRead>> {
  return withThreads(async threads => {
    const [first] = threads as [Remote<LayeredWork>]
    const opened = await first.open(file)
    if (!opened.ok) return opened
    const { read, names } = opened.value
    const pictures = new Map<string, StackPaint>()
    let [next, refused] = [0, null as Extract<Answered<never>, { ok: false }> | null]
    const takeOn = async (thread: Remote<LayeredWork>) => {
      while (next < names.length && !refused) {
        const name = names[next++]!
        const part = await first.part(name)
        const taken = await thread.take(transfer(part, [part.bytes.buffer]))
        if (!taken.ok) refused = taken
        else pictures.set(name, taken.value)
        onShare(pictures.size / names.length)
      }
    }
    await Promise.all(threads.map(takeOn))
    return refused ?? { ok: true, value: { read, pictures } }
  })
}

/** Ports to threads that pack pictures, while `use` needs them. */
export function withPackers<T>(use: (ports: readonly MessagePort[]) => Promise<T>): Promise<T> {
  return withThreads(async threads => {
    const ports = await Promise.all(
      threads.map(async thread => {
        const { port1, port2 } = new MessageChannel()
        await thread.listen(transfer(port1, [port1]))
        return port2
      }),
    )
    return use(ports)
  })
}
