import { join } from 'node:path'
import { galeraPrograms } from './galera.mjs'
import { ensureBuilt } from './needs.mjs'
import { freePort } from './ports.mjs'
import { proxyProgram } from './proxy.mjs'
import { secretIn } from './secret.mjs'
import { serverProgram } from './server.mjs'
import { setupDatabase } from './setup.mjs'

/**
 * Starts a whole cluster on this machine, minded: database servers, processes of the app, the proxy before them.
 * @param {import('./minder.mjs').Minder} minder
 * @param {{ folder: string, nodes?: number, apps?: number, port?: number, durable?: boolean, portsFrom?: number,
 *   log?: (text: string) => void, appEnv?: (i: number) => Record<string, string> }} options `appEnv`: for a process
 * @returns {Promise<{ url: string, certificate: string, databaseUrl: string, databasePorts: number[],
 *   appUrls: string[] }>}
 */
export async function startCluster(
  minder,
  { folder, nodes = 3, apps = 3, port, durable = true, portsFrom, log = () => {}, appEnv = () => ({}) },
) {
  const {
    url: databaseUrl,
    ports: databasePorts,
    programs,
  } = await galeraPrograms(join(folder, 'databases'), {
    count: nodes,
    durable,
    portsFrom,
  })
  const built = ensureBuilt()
  built.catch(() => {})
  for (const each of programs) await minder.keep(each)
  await setupDatabase(databaseUrl, ['--demo'])
  await built
  const from = (portsFrom ?? 44_400) + 100
  const servers = []
  for (let i = 0, next = from; i < apps; i++) {
    const at = await freePort(next)
    next = at + 1
    servers.push(
      serverProgram({
        databaseUrl,
        port: at,
        sessionPassword: secretIn(folder, 'session-password', 32),
        log,
        name: `app ${i + 1}`,
        env: { NUXT_TRUSTED_PROXIES: 'loopback', ...appEnv(i) },
      }),
    )
  }
  await Promise.all(servers.map(each => minder.keep(each.program)))
  const proxy = await proxyProgram(join(folder, 'proxy'), {
    port: port ?? (await freePort(from + 50)),
    apps: servers.map(each => new URL(each.url).host),
  })
  await minder.keep(proxy.program)
  return {
    url: proxy.url,
    certificate: proxy.certificate,
    databaseUrl,
    databasePorts,
    appUrls: servers.map(each => each.url),
  }
}
