// npm run cluster: three database servers, three processes of the app and a proxy with TLS before them, on this machine
// alone, for trying and testing. docs/deploy.md shows the same on several machines.
import { userInfo } from 'node:os'
import { startCluster } from './lib/cluster.mjs'
import { runMinded } from './lib/minded.mjs'
import { ensureKernels, ensurePackages, requireNode } from './lib/needs.mjs'
import { freePort } from './lib/ports.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain, say } from './lib/say.mjs'

/** Started as root the database servers run as a user of their own, who has to come to their data. */
const folder =
  process.env.LITTLE_EASEL_DATA ?? (userInfo().uid === 0 ? '/var/tmp/little-easel-cluster' : fromRoot('.data/cluster'))

runMain(async () => {
  requireNode()
  await runMinded(folder, async minder => {
    await ensurePackages()
    await ensureKernels()
    say('three database servers, three processes of the app and a proxy')
    const port = process.env.PORT ? Number(process.env.PORT) : await freePort(4443)
    const { url, databasePorts, appUrls } = await startCluster(minder, {
      folder,
      port,
      log: text => process.stdout.write(text),
    })
    console.log(`
  Little Easel   ${url}   (its certificate is its own: the browser asks)

  Databases      ${databasePorts.map(each => `127.0.0.1:${each}`).join('  ')}
  Processes      ${appUrls.join('  ')}
  End any of them, and look how the class goes on:
${[...minder.running()].map(([name, pid]) => `    kill -9 ${String(pid).padEnd(8)} ${name}`).join('\n')}

  Ctrl-C stops all of it.
`)
  })
})
