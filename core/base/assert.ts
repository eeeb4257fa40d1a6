/** A bug in our own code: something that can't be is. Input from outside never raises this. */
export class AssertionFailure extends Error {
  override readonly name = 'AssertionFailure'
}

/** Throws {@link AssertionFailure} when `condition` does not hold. For bugs only, never for input. */
export function assert(condition: unknown, message: string): asserts condition {
  if (!condition) throw new AssertionFailure(message)
}

/** Closes a `switch` over a union: the compiler refuses a forgotten member. */
export function assertNever(value: never, what: string): never {
  throw new AssertionFailure(`unexpected ${what}: ${JSON.stringify(value)}`)
}
