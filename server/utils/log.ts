type Level = 'info' | 'warn' | 'error'

/** One JSON line: time, level, event and what belongs to it. Never passwords, PINs or drawings. */
export function log(level: Level, event: string, fields: Record<string, unknown> = {}): void {
  const line = JSON.stringify({ time: new Date().toISOString(), level, event, ...fields })
  if (level === 'error') process.stderr.write(`${line}\n`)
  else process.stdout.write(`${line}\n`)
}
