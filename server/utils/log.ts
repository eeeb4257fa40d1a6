type Level = 'info' | 'warn' | 'error'

/** One JSON line: time, level, event and what belongs to it. Never passwords, PINs or drawings. */
export function log(level: Level, event: string, fields: Record<string, unknown> = {}): void {
  const line = JSON.stringify({ time: new Date().toISOString(), level, event, ...fields })
  if (level === 'error') process.stderr.write(`${line}\n`)
  else process.stdout.write(`${line}\n`)
}

/**
 * What went wrong, for the log. Of what the database says only its kind and number: its words hold the question with
 * all its values.
 */
export function reasonOf(error: unknown): string {
  if (!(error instanceof Error)) return String(error)
  if (!error.name.startsWith('Sequelize') && error.name !== 'SqlError') return `${error.name}: ${error.message}`
  const { code, errno } = ((error as { parent?: unknown }).parent ?? error) as { code?: string; errno?: number }
  return [error.name, code, errno].filter(each => each !== undefined).join(' ')
}

/**
 * Goes on when whoever read the log has gone. Without this a closed pipe is an uncaught error, which is logged, which
 * is an uncaught error: a server whose starter was killed kept a processor busy and grew without end.
 */
export function outliveReaders(
  streams: readonly Pick<NodeJS.WriteStream, 'on'>[] = [process.stdout, process.stderr],
): void {
  for (const stream of streams) stream.on('error', () => {})
}
