import { spawn } from 'node:child_process'
import { PassThrough } from 'node:stream'
import { expect, it } from 'vitest'
import { outliveReaders, reasonOf } from './log'

it('a stream whose reader has gone ends nothing', () => {
  const stream = new PassThrough()
  expect(() => stream.emit('error', new Error('EPIPE'))).toThrow('EPIPE')
  outliveReaders([stream as unknown as NodeJS.WriteStream])
  expect(() => stream.emit('error', new Error('EPIPE'))).not.toThrow()
})

it.each([
  [true, 'goes on'],
  [false, 'ends at once'],
])('a process that %s outlives its readers: it %s', async isOutliving => {
  // Written to until its pipe is shut, and for a while after.
  const program = `${isOutliving ? `(${outliveReaders.toString()})();` : ''} let left = 40; const turn = () => { process.stdout.write('line\\n'); if (--left) setTimeout(turn, 5); else process.exit(7) }; turn()`
  const child = spawn(process.execPath, ['-e', program], { stdio: ['ignore', 'pipe', 'ignore'] })
  child.stdout.once('data', () => child.stdout.destroy())
  const code = await new Promise(resolve => child.on('exit', resolve))
  expect(code).toBe(isOutliving ? 7 : 1)
})

it('of what a database says the log has the kind and the number, and neither the question nor its values', () => {
  const message =
    "(conn:4, no: 1062, SQLState: 23000) Duplicate entry 'Ada'\nsql: INSERT INTO learners … parameters:['4471']"
  const said = Object.assign(new Error(message), { name: 'SqlError', errno: 1062, code: 'ER_DUP_ENTRY' })
  const wrapped = Object.assign(new Error(message), { name: 'SequelizeUniqueConstraintError', parent: said })
  expect(reasonOf(wrapped)).toBe('SequelizeUniqueConstraintError ER_DUP_ENTRY 1062')
  expect(reasonOf(said)).toBe('SqlError ER_DUP_ENTRY 1062')
  expect(reasonOf(new TypeError('x is not a function'))).toBe('TypeError: x is not a function')
  expect(reasonOf('gone')).toBe('gone')
})
