import { spawn } from 'node:child_process'
import { ROOT } from './root.mjs'
import { Trouble } from './say.mjs'

// By hand, and with Node's own means: packages are installed by it.

const running = new Set()

/** Ends what {@link run} has begun and what has not ended. */
export function endRuns() {
  for (const child of running) child.kill()
}

/** Runs a command in the project's folder with its output shown; throws when it fails. */
export function run(
  command,
  args,
  { env = {}, todo = 'Read the lines above; the first error is the cause.', quiet = false } = {},
) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit'],
    })
    running.add(child)
    child.on('error', error => {
      running.delete(child)
      reject(new Trouble(`${command} could not be started: ${error.message}`, todo))
    })
    child.on('exit', code => {
      running.delete(child)
      if (code === 0) resolve()
      else reject(new Trouble(`${command} ${args.join(' ')} ended with ${code}`, todo))
    })
  })
}

/** The same, but answers how it ended: 1 where it could not even be started. */
export function exitCode(command, args) {
  return new Promise(resolve => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit'] })
    child.on('error', () => resolve(1))
    child.on('exit', code => resolve(code ?? 1))
  })
}
