import { CoreError } from '#core/base'

/** What comes of work in a worker: a value, or what went wrong and what to do about it, in words. */
export type Answered<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; message: string; fix: string }

export async function answered<T>(work: () => Promise<T>): Promise<Answered<T>> {
  try {
    return { ok: true, value: await work() }
  } catch (error) {
    if (error instanceof CoreError) return { ok: false, message: error.message, fix: error.fix }
    console.warn('picture not brought in', error)
    const isFull = error instanceof DOMException && error.name === 'QuotaExceededError'
    return isFull
      ? {
          ok: false,
          message: 'This device has no room left to keep the picture.',
          fix: 'Free some space, or bring it in smaller.',
        }
      : { ok: false, message: 'This picture could not be brought in.', fix: 'Try it again, or choose it smaller.' }
  }
}
