/** A seed for what is left to chance in an act: 32 bits. It is kept in the act, so that a replay is the same. */
export function freshSeed(): number {
  return crypto.getRandomValues(new Uint32Array(1))[0]!
}
