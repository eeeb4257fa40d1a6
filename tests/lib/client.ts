import { toolSettings } from '#core/brush'
import { entrySchema, type Entry } from '#core/drawing'
import type { Refusal } from '#shared/errors'

export interface Answer<T = unknown> {
  readonly status: number
  readonly body: T
  /** Of a refusal; undefined otherwise. */
  readonly code: string | undefined
}

/** A person at the server without a browser: keeps the cookie, sends JSON. */
export class Client {
  private readonly cookies = new Map<string, string>()

  /** @param timeoutMs what is not answered by then is given up */
  constructor(
    protected readonly url: string,
    private readonly timeoutMs: number | null = null,
  ) {}

  async call<T = unknown>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
    return this.callRaw<T>(method, path, body === undefined ? undefined : JSON.stringify(body))
  }

  cookieOf(name: string): string | undefined {
    return this.cookies.get(name)
  }

  /** Somebody else who has this cookie, and no other. */
  withCookie(name: string, value: string): Client {
    const other = new Client(this.url)
    other.cookies.set(name, value)
    return other
  }

  /** The same person at another process of the app. */
  at(url: string): Client {
    const other = new Client(url)
    for (const [name, value] of this.cookies) other.cookies.set(name, value)
    return other
  }

  protected cookie(): string {
    return [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ')
  }

  private async send(method: string, path: string, text?: string): Promise<Response> {
    const response = await fetchAgain(this.url + path, {
      method,
      redirect: 'manual',
      ...(text !== undefined && { body: text }),
      ...(this.timeoutMs !== null && { signal: AbortSignal.timeout(this.timeoutMs) }),
      headers: { ...(text !== undefined && { 'content-type': 'application/json' }), cookie: this.cookie() },
    })
    for (const each of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(each)!
      this.cookies.set(name!, value!)
    }
    return response
  }

  /** How it is answered; what is answered is not waited for: it may be a stream. */
  async head(method: string, path: string, text?: string): Promise<Response> {
    const response = await this.send(method, path, text)
    if (response.headers.get('content-type')?.includes('event-stream')) await response.body?.cancel()
    else await response.arrayBuffer()
    return response
  }

  /** Where it is sent on to. Throws where it is not. */
  async redirect(path: string): Promise<string> {
    const { status, headers } = await this.send('GET', path)
    const to = headers.get('location')
    if (status !== 302 || to === null) throw new Error(`${path} was answered with ${status}`)
    return to
  }

  /** Sends text that may be no JSON at all. */
  async callRaw<T = unknown>(method: string, path: string, text?: string): Promise<Answer<T>> {
    const response = await this.send(method, path, text)
    const isJson = response.headers.get('content-type')?.includes('json')
    const answer = (isJson ? await response.json() : await response.arrayBuffer()) as T
    return { status: response.status, body: answer, code: (answer as Partial<Refusal>).error?.code }
  }

  async learner(name: string, pin: string, code = 'KETTLE7'): Promise<this> {
    const { status } = await this.call('POST', '/api/session/learner', { code, name, pin })
    if (status !== 200) throw new Error(`${name} could not sign in: ${status}`)
    return this
  }

  /** Listens to a stream of server-sent events; each message is JSON. */
  async stream(path: string, signal?: AbortSignal): Promise<{ next<N>(): Promise<N>; close(): void }> {
    const abort = new AbortController()
    const response = await fetch(this.url + path, {
      headers: { cookie: this.cookie() },
      signal: signal ?? abort.signal,
    })
    if (response.status !== 200) throw new Error(`${path}: ${response.status}`)
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
    let text = ''
    return {
      async next<N>() {
        for (;;) {
          const found = /^(?:.*\n)*?data: (.+)\n/.exec(text)
          if (found) {
            text = text.slice(found[0].length)
            return JSON.parse(found[1]!) as N
          }
          const { value, done } = await reader.read()
          if (done) throw new Error('the stream has ended')
          text += value
        }
      },
      close: () => abort.abort(),
    }
  }

  async teacher(email = 'orla@saltmarsh.example', password = 'kettle-and-lamp'): Promise<this> {
    const { status } = await this.call('POST', '/api/session/teacher', { email, password })
    if (status !== 200) throw new Error(`${email} could not sign in: ${status}`)
    return this
  }
}

/**
 * A test that computes for seconds finds the connection that it kept closed by the server: nothing has gone out on it,
 * and it goes out on another.
 */
async function fetchAgain(to: string, init: RequestInit): Promise<Response> {
  try {
    return await fetch(to, init)
  } catch (error) {
    const cause = (error as { cause?: { code?: string; socket?: { bytesRead: number } } }).cause
    if (cause?.code !== 'UND_ERR_SOCKET' || !cause.socket?.bytesRead) throw error
    return fetch(to, init)
  }
}

/** A PNG of one px. */
export const PIXEL = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg=='

const at = (place: number): Entry => ({ type: 'step', at: place, step: 'big-shape' })

/** A pencil stroke of one sample, with what is set otherwise; it may be wrong on purpose. */
export const strokeEntry = (set: object): Entry => ({
  type: 'act',
  at: 5,
  act: {
    kind: 'stroke',
    version: 2,
    layer: 'sketch',
    tool: toolSettings('pencil'),
    colour: [1, 2, 3],
    seed: 1,
    samples: [16, 16, 500, 0],
    ...set,
  } as never,
})

/** Entries that are easily made and told apart. */
export function plainEntries(from: number, count: number): Entry[] {
  return Array.from({ length: count }, (_, i) => at(from + i))
}

/** Entries as text, to compare what was kept with what was sent: the order of keys is nobody's. */
export const asText = (entries: readonly Entry[]): string =>
  JSON.stringify(entries.map(each => entrySchema.parse(each)))
