import { connect } from 'node:tls'
import { Client, type Answer } from '../tests/lib/client'

const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))
/** An answer is waited for so long, ms: then it is asked again, as a page does. */
const ANSWER_MS = 6000
/** Whoever can't be heard for so long is not asked any more, ms. */
const PATIENCE_MS = 180_000

/** What people count of their dealings with the server. */
export interface Counts {
  asked: number
  again: number
  /** The longest that somebody waited for an answer, with all that was asked again, ms. */
  longestMs: number
}

/** Somebody who asks again until the server answers, in a way that does nothing twice. */
export class Patient extends Client {
  constructor(
    url: string,
    private readonly counts: Counts,
    private readonly random: () => number,
  ) {
    super(url, ANSWER_MS)
  }

  /** Throws when it is refused, or when nobody answers for minutes. */
  async get<T>(path: string): Promise<T> {
    return (await this.patiently<T>('GET', path)).body
  }

  async patiently<T>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
    const began = Date.now()
    for (let turn = 0; ; turn++) {
      this.counts.asked++
      const answer = await this.call<T>(method, path, body).catch(() => null)
      if (answer && answer.status < 500) {
        this.counts.longestMs = Math.max(this.counts.longestMs, Date.now() - began)
        if (answer.status < 400) return answer
        throw new Error(
          `${method} ${path}: ${answer.status} ${answer.code} ${JSON.stringify(answer.body).slice(0, 300)}`,
        )
      }
      if (Date.now() - began > PATIENCE_MS) throw new Error(`${method} ${path}: nobody answers`)
      this.counts.again++
      await wait(100 + 400 * this.random())
    }
  }

  /** Begins to send a body, and is cut off in its middle. */
  cutOff(path: string, body: unknown): Promise<void> {
    const { hostname, port, host } = new URL(this.url)
    const text = JSON.stringify(body)
    const head = [
      `POST ${path} HTTP/1.1`,
      `host: ${host}`,
      'content-type: application/json',
      `cookie: ${this.cookie()}`,
      `content-length: ${Buffer.byteLength(text)}`,
    ]
    return new Promise(resolve => {
      const socket = connect({ host: hostname, port: Number(port), rejectUnauthorized: false }, () => {
        const half = text.slice(0, Math.floor(text.length * this.random()))
        socket.write(`${head.join('\r\n')}\r\n\r\n${half}`, () => {
          socket.destroy()
          resolve()
        })
      })
      socket.on('error', () => resolve())
      socket.setTimeout(ANSWER_MS, () => socket.destroy())
      socket.on('close', () => resolve())
    })
  }
}
