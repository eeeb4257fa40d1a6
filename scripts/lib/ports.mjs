import { createServer } from 'node:net'

/** The first free port on loopback from `from` on. */
export async function freePort(from) {
  for (let port = from; port < from + 200; port++) {
    if (await isFree(port)) return port
  }
  throw new Error(`no free port from ${from} on`)
}

function isFree(port) {
  return new Promise(resolve => {
    const server = createServer()
    server.once('error', () => resolve(false))
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)))
  })
}
