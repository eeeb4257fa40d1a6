/** An id for a layer that someone adds: by chance, so that two never have the same. */
export function newLayerId(): string {
  return `own-${Array.from(crypto.getRandomValues(new Uint8Array(6)), byte => byte.toString(16).padStart(2, '0')).join('')}`
}
