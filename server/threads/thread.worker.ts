import { move } from 'piscina'
import { TASKS } from './tasks'

/** One task in a thread of the pool. What is packed goes over without being copied. */
export default async function run({ task, given }: { task: keyof typeof TASKS; given: never }): Promise<object> {
  const done = await TASKS[task](given)
  if ('packed' in done) move(done.packed.buffer as ArrayBuffer)
  return done
}
