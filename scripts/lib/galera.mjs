import { execFileSync, spawn } from 'node:child_process'
import {
  chmodSync,
  chownSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { userInfo } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { install, makeUser, SERVER_OPTIONS, socketPath } from './database.mjs'
import { endingOf, hasEnded } from './minder.mjs'
import { commandPath, ensureDebian } from './needs.mjs'
import { freePort } from './ports.mjs'
import { Quorum } from './quorum.mjs'
import { Trouble } from './say.mjs'
import { secretIn } from './secret.mjs'

/** A node that joins gets all data of another one first. */
const READY_MS = 120_000
const STOP_MS = 30_000
/**
 * A server that says nothing for two seconds is done without, where five are usual: nobody may wait longer for another.
 * (https://galeracluster.com/library/documentation/galera-parameters.html)
 */
const GROUP_OPTIONS = [
  'evs.keepalive_period=PT0.3S',
  'evs.inactive_check_period=PT0.3S',
  'evs.suspect_timeout=PT2S',
  'evs.inactive_timeout=PT4S',
  'evs.install_timeout=PT3S',
].join(';')
const PROVIDER = '/usr/lib/galera/libgalera_smm.so'
/** From where ports are taken, of each node one after the other. */
const PORTS_FROM = 44_400

/**
 * A cluster of MariaDB servers with Galera on loopback, as programs to be started one after the other: each has all the
 * data, and what is stored at one is at all. The one that goes first is the one that was ended last.
 * (https://mariadb.com/kb/en/getting-started-with-mariadb-galera-cluster/)
 * @param {string} where their folders lie in it
 * @param {{ count?: number, name?: string, durable?: boolean, portsFrom?: number, logMb?: number }} [options]
 * @returns {Promise<{ url: string, ports: number[], programs: import('./minder.mjs').Program[] }>} `url` names all
 */
export async function galeraPrograms(
  where,
  { count = 3, name = 'little_easel', durable = true, portsFrom = PORTS_FROM, logMb = 96 } = {},
) {
  await ensureDebian('mariadbd', ['mariadb-server'])
  await ensureDebian('rsync', ['rsync'])
  if (!existsSync(PROVIDER)) throw new Trouble('Galera is not installed.', 'Run:  apt-get install -y galera-4')
  mkdirSync(where, { recursive: true })
  // Their user goes through these folders, and reads nothing in them.
  if (process.getuid?.() === 0) for (const each of [where, dirname(resolve(where))]) chmodSync(each, 0o711)
  const nodes = []
  for (let i = 0, from = portsFrom; i < count; i++) {
    const ports = []
    for (let k = 0; k < 4; k++, from = ports.at(-1) + 1) ports.push(await freePort(from))
    nodes.push(nodeIn(join(resolve(where), `node${i + 1}`), i + 1, ports))
  }
  const password = secretIn(where, 'database-password', 18)
  const address = `gcomm://${nodes.map(each => `127.0.0.1:${each.group}`).join(',')}`
  const first = firstOf(nodes)
  const inOrder = first ? [first, ...nodes.filter(each => each !== first)] : nodes
  const quorum = new Quorum(nodes, { ask: stateOf, begin })
  const hosts = nodes.map(each => `127.0.0.1:${each.port}`).join(',')
  return {
    url: `mariadb://easel:${password}@${hosts}/${name}`,
    ports: nodes.map(each => each.port),
    programs: inOrder.map(node => {
      let isFirst = node === first
      return {
        name: `database ${node.number}`,
        patienceMs: STOP_MS,
        // After a crash of all of them none goes first: they know from one another who has the latest.
        isWell: () => quorum.isWell(node),
        ready: child => (first === null ? Promise.resolve() : readyNode(node, child, password, name)),
        spawn() {
          const child = spawnNode(node, address, { durable, logMb, isFirst })
          isFirst = false
          return child
        },
      }
    }),
  }
}

function nodeIn(folder, number, [port, group, ist, sst]) {
  const user = process.getuid?.() === 0 ? 'mysql' : userInfo().username
  const isNew = !existsSync(join(folder, 'data', 'mysql'))
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  if (isNew) {
    rmSync(join(folder, 'data'), { recursive: true, force: true })
    // State transfer drops the rights of root, and would fail: the nodes run as a user of their own.
    if (user === 'mysql') execFileSync('chown', ['-R', 'mysql:mysql', folder])
    install(join(folder, 'data'), user)
  }
  return { folder, data: join(folder, 'data'), socket: socketPath(folder, port), number, port, group, ist, sst, user }
}

/** Which node begins the cluster; null: after a crash of all they find it out by themselves. */
function firstOf(nodes) {
  const states = nodes.map(({ data }) => ({
    saved: readOr(join(data, 'grastate.dat')),
    view: existsSync(join(data, 'gvwstate.dat')),
  }))
  const last = nodes.find((_, i) => /safe_to_bootstrap:\s*1/.test(states[i].saved))
  if (last) return last
  if (states.filter(each => each.view).length > nodes.length / 2) return null
  if (states.every(each => each.saved === '')) return nodes[0]
  // Some were ended and some crashed: the one with the most goes first.
  const most = nodes.map(node => ({ node, seqno: recovered(node) })).sort((a, b) => b.seqno - a.seqno)[0].node
  const file = join(most.data, 'grastate.dat')
  writeFileSync(file, readOr(file).replace(/safe_to_bootstrap:.*/, 'safe_to_bootstrap: 1'))
  return most
}

/** Number of the last transaction that a node has; it is not running. */
function recovered({ data, user }) {
  const log = join(data, 'position.log')
  try {
    execFileSync(commandPath('mariadbd'), [
      '--no-defaults',
      `--datadir=${data}`,
      `--user=${user}`,
      '--wsrep-recover',
      `--wsrep-provider=${PROVIDER}`,
      `--log-error=${log}`,
    ])
  } catch {
    // What it found stands in the log.
  }
  return Number(/Recovered position:\s*\S+:(-?\d+)/.exec(readOr(log))?.[1] ?? -1)
}

const readOr = file => (existsSync(file) ? readFileSync(file, 'utf8') : '')

function spawnNode({ folder, data, socket, number, port, group, ist, sst, user }, address, options) {
  const { durable, logMb, isFirst } = options
  const log = join(folder, 'mariadb.log')
  const output = openSync(log, 'a')
  if (user === 'mysql') chownSync(log, ...idsOf('mysql'))
  const recovering = [
    '--no-defaults',
    `--datadir=${data}`,
    `--user=${user}`,
    '--wsrep-recover',
    `--wsrep-provider=${PROVIDER}`,
    `--log-error=${join(folder, 'recovered.log')}`,
  ]
  // After a crash it finds out first how far it came: then it is sent what is missing, and not all there is.
  const isCrashed = !isFirst && /seqno:\s*-1/.test(readOr(join(data, 'grastate.dat')))
  const child = spawn(
    'sh',
    [
      '-c',
      FROM_POSITION,
      isCrashed ? recovering.join('\n') : '',
      join(folder, 'recovered.log'),
      commandPath('mariadbd'),
      '--no-defaults',
      ...SERVER_OPTIONS,
      `--datadir=${data}`,
      `--socket=${socket}`,
      `--pid-file=${join(folder, 'mariadb.pid')}`,
      `--log-error=${log}`,
      `--user=${user}`,
      `--port=${port}`,
      `--innodb-log-file-size=${logMb}M`,
      `--innodb-flush-log-at-trx-commit=${durable ? 1 : 2}`,
      '--binlog-format=ROW',
      '--innodb-autoinc-lock-mode=2',
      '--wsrep-on=ON',
      `--wsrep-provider=${PROVIDER}`,
      '--wsrep-cluster-name=little-easel',
      `--wsrep-cluster-address=${address}`,
      `--wsrep-node-name=node${number}`,
      `--wsrep-node-address=127.0.0.1:${group}`,
      // The first ones are used: their data is given away by the last.
      '--wsrep-sst-donor=node3,',
      '--wsrep-sst-method=rsync',
      `--wsrep-sst-receive-address=127.0.0.1:${sst}`,
      `--wsrep-provider-options=gmcast.listen_addr=tcp://127.0.0.1:${group};ist.recv_addr=127.0.0.1:${ist};${GROUP_OPTIONS}`,
      ...(isFirst ? ['--wsrep-new-cluster'] : []),
    ],
    { stdio: ['ignore', output, output], detached: true },
  )
  closeSync(output)
  return child
}

/**
 * Lines of what to call for the position (none: it is not asked for), where that is written, the server and its
 * options. The server takes the shell's place.
 */
const FROM_POSITION = `
  log="$1" server="$2"; shift 2
  if [ -n "$0" ]; then
    : > "$log"
    printf '%s\\n' "$0" | xargs -d '\\n' "$server" > /dev/null 2>&1
    position=$(sed -n 's/.*Recovered position: *//p' "$log" | tail -n 1)
    [ -z "$position" ] || set -- "$@" "--wsrep-start-position=$position"
  fi
  exec "$server" "$@"`

const idsOf = name => ['-u', '-g'].map(flag => Number(execFileSync('id', [flag, name], { encoding: 'utf8' })))

/** Asks a node by its socket; null: it does not answer. */
async function asked({ socket }, use) {
  const mariadb = (await import('mariadb')).default
  let connection
  try {
    const user = userInfo().username
    connection = await mariadb.createConnection({ socketPath: socket, user, connectTimeout: 2000 })
    return await use(connection)
  } catch {
    return null
  } finally {
    await connection?.end().catch(() => {})
  }
}

/**
 * Whether it belongs to the cluster and has what all have, and how far it came. One that could not store what the
 * others did leaves them, and stays up; started again it joins.
 */
const stateOf = node =>
  asked(node, async connection => {
    const rows = await connection.query(
      "SHOW STATUS WHERE Variable_name IN ('wsrep_local_state', 'wsrep_last_committed')",
    )
    const { wsrep_local_state: state, wsrep_last_committed: committed } = Object.fromEntries(
      rows.map(each => [each.Variable_name, each.Value]),
    )
    return { isSynced: state === '4', committed: Number(committed) }
  })

/** It goes on with those that it sees, and others join it. */
const begin = node =>
  asked(node, connection => connection.query("SET GLOBAL wsrep_provider_options = 'pc.bootstrap=YES'"))

/** Waits until it has all data and takes questions. */
async function readyNode({ folder, socket, number }, child, password, name) {
  const mariadb = (await import('mariadb')).default
  const todo = `Read the end of ${join(folder, 'mariadb.log')}.`
  for (const until = Date.now() + READY_MS; ; await sleep(150)) {
    if (hasEnded(child)) throw new Trouble(`Database ${number} ended at once, ${endingOf(child)}.`, todo)
    if ((await stateOf({ socket }))?.isSynced) break
    if (Date.now() > until) throw new Trouble(`Database ${number} does not come up to date.`, todo)
  }
  if (number !== 1) return
  const connection = await mariadb.createConnection({ socketPath: socket, user: userInfo().username })
  await makeUser(connection, password, [name])
  await connection.end()
}
