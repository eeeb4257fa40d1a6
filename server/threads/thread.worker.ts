import { move } from 'piscina'
import { TASKS } from './tasks'

/** One task in a thread of the pool. What is packed goes over without being copied. */
export default function run({ task, given }: { task: keyof typeof TASKS; given: never }): object {
  const done = TASKS[task](given)
  if ('packed' in done) move(done.packed.buffer as ArrayBuffer)
  return done
}
