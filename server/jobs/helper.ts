import { fork, type ChildProcess } from 'node:child_process'
import { setPriority } from 'node:os'
import pidusage from 'pidusage'

/** What a question may take. */
export interface Limits {
  /** Ms of a processor. */
  readonly cpuMs: number
  /** Memory of its process, bytes. */
  readonly bytes: number
}

/** A question took more than it may; asked again it would do the same. */
export class TooHeavy extends Error {
  constructor(readonly what: 'time' | 'memory') {
    super(`more ${what} than a question may take`)
  }
}

/** How often it is looked at what a process takes, ms. */
const LOOK_MS = 250
/** Behind what people wait for (nice, POSIX). */
const PRIORITY = 10

/**
 * A process beside the server that answers one question at a time. It is ended when a question takes more than it may,
 * and another one begun with the next: whatever is asked, the server itself goes on.
 */
export class Helper {
  private child: ChildProcess | null = null
  /** Ms of a processor that the present process had taken when it was asked. */
  private since = 0
  /** What the last question took, ms of a processor. */
  spentMs = 0

  /** @param script answers each message with `{ result }` or `{ error }` */
  constructor(
    private readonly script: string,
    private readonly megabytes = 1024,
  ) {}

  /** Throws {@link TooHeavy}, or Error with what the process said or when it died. */
  async ask<R>(question: object, limits: Limits): Promise<R> {
    const child = (this.child ??= this.begin())
    this.spentMs = 0
    this.since = await cpuOf(child)
    return new Promise<R>((resolve, reject) => {
      const end = (act: () => void) => {
        clearInterval(looking)
        child.off('message', answered).off('exit', died)
        act()
      }
      const answered = ({ result, error }: { result?: R; error?: string }) => {
        void this.look(child).finally(() =>
          end(() => (result === undefined ? reject(new Error(error ?? 'no answer')) : resolve(result))),
        )
      }
      const died = () => end(() => reject(new Error('the process that draws again has died')))
      const looking = setInterval(() => {
        void this.look(child).then(bytes => {
          const what = this.spentMs > limits.cpuMs ? 'time' : bytes > limits.bytes ? 'memory' : null
          if (!what || this.child !== child) return
          this.stop()
          end(() => reject(new TooHeavy(what)))
        })
      }, LOOK_MS)
      child.on('message', answered).on('exit', died)
      // One that was ended meanwhile takes no question.
      child.send(question, error => error && died())
    })
  }

  /** Whatever is asked is given up. */
  stop(): void {
    this.child?.kill('SIGKILL')
    this.child = null
  }

  private begin(): ChildProcess {
    const child = fork(this.script, {
      // Pictures and records go over as they are, not as JSON.
      serialization: 'advanced',
      execArgv: [`--max-old-space-size=${this.megabytes}`],
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    })
    try {
      setPriority(child.pid!, PRIORITY)
    } catch {
      // Where that is not allowed it runs beside the others.
    }
    child.once('exit', () => {
      if (this.child === child) this.child = null
    })
    child.unref()
    child.channel?.unref()
    return child
  }

  /** Notes what was taken; answers the memory, bytes. */
  private async look(child: ChildProcess): Promise<number> {
    try {
      const { ctime, memory } = await pidusage(child.pid!)
      this.spentMs = Math.max(0, ctime - this.since)
      return memory
    } catch {
      return 0
    }
  }
}

async function cpuOf(child: ChildProcess): Promise<number> {
  try {
    return (await pidusage(child.pid!)).ctime
  } catch {
    return 0
  }
}
