type Level = 'info' | 'warn' | 'error'

/** One JSON line: time, level, event and what belongs to it. Never passwords, PINs or drawings. */
export function log(level: Level, event: string, fields: Record<string, unknown> = {}): void {
  const line = JSON.stringify({ time: new Date().toISOString(), level, event, ...fields })
  if (level === 'error') process.stderr.write(`${line}\n`)
  else process.stdout.write(`${line}\n`)
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
