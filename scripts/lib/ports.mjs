/** How many ports are tried. */
const RANGE = 200

/** A free port on loopback, the first from `from` on; any where none of those is. */
export async function freePort(from) {
  // Programs that read this file install packages first.
  const { default: getPort, portNumbers } = await import('get-port')
  return getPort({ host: '127.0.0.1', port: portNumbers(from, from + RANGE - 1) })
}
