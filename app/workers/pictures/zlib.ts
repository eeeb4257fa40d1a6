import type { Zlib } from '#core/pictures'

/** zlib streams by the browser's own (Compression Standard, WHATWG). */
export const zlib: Zlib = {
  async deflate(bytes) {
    const { readable, writable } = new CompressionStream('deflate')
    // All at once: as a stream of pieces it takes half as long again.
    const writer = writable.getWriter()
    const written = writer.write(bytes as Uint8Array<ArrayBuffer>).then(() => writer.close())
    const packed = new Uint8Array(await new Response(readable).arrayBuffer())
    await written
    return packed
  },
  async inflate(bytes, most) {
    const out = new Uint8Array(most)
    const reader = stream(bytes).pipeThrough(new DecompressionStream('deflate')).getReader()
    let size = 0
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      if (size + part.value.length > most) throw new RangeError('more than it is said to be')
      out.set(part.value, size)
      size += part.value.length
    }
    return out.subarray(0, size)
  },
}

const stream = (bytes: Uint8Array): ReadableStream<Uint8Array<ArrayBuffer>> =>
  new Blob([bytes as Uint8Array<ArrayBuffer>]).stream()
