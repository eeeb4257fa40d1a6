/** A failure that a person can mend: says what is wrong and what to do, without a stack. */
export class Trouble extends Error {
  constructor(what, todo) {
    super(`${what}\n  → ${todo}`)
    this.name = 'Trouble'
  }
}

export const say = line => console.log(`· ${line}`)

/** Goes on when whoever read the output has gone, as with a terminal that was closed: what is said then is lost. */
export function outliveReaders() {
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {})
}

/** Runs a script's main and ends the process with 1 and one clear message when it fails. */
export function runMain(main) {
  outliveReaders()
  main().catch(error => {
    console.error(error instanceof Trouble ? `\n${error.message}` : error)
    process.exit(1)
  })
}
