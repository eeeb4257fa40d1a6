/*
 * What may be wrong on a machine, judged from what was found there. Each gives a line: whether it is well, what is
 * found, and what to do where it is not.
 * @typedef {{ isWell: boolean, what: string, todo?: string }} Judged
 */

const DAY_MS = 24 * 3600 * 1000
const well = what => ({ isWell: true, what })
const ill = (what, todo) => ({ isWell: false, what, todo })
const gb = bytes => `${(bytes / 1e9).toFixed(1)} GB`
const days = ms => `${Math.round(ms / DAY_MS)} days`

/** Room for a year of a class; under it the day comes soon on which nothing can be stored. */
const LEAST_FREE = 2e9

export const judgeNode = version => {
  const [major, minor] = version.split('.').map(Number)
  return major === 20 && minor >= 19
    ? well(`Node ${version}`)
    : ill(`Node is ${version}`, 'Install Node 20.19 or a later one of the 20 line.')
}

export const judgePackages = isCurrent =>
  isCurrent ? well('packages are those of this version') : ill('packages are missing or of another version', 'npm ci')

export const judgeDisk = ({ free, whole }) =>
  free > Math.min(LEAST_FREE, whole / 10)
    ? well(`${gb(free)} of ${gb(whole)} free on the disk`)
    : ill(`only ${gb(free)} of ${gb(whole)} free on the disk`, 'Make room, or move the data folder to a larger disk.')

/** @param {{ exists: boolean, isWritable: boolean, mode: number }} folder `mode`: its rights */
export function judgeFolder({ exists, isWritable, mode }) {
  if (!exists) return well('no data folder yet: the first start makes it')
  if (!isWritable) return ill('the data folder can’t be written', 'Start as its owner, or give yourself the right.')
  return (mode & 0o077) === 0
    ? well('the data folder is its owner’s alone')
    : ill('others on this machine can look into the data folder', 'chmod 700 on it: keys lie in it.')
}

/** @param {number} latest the latest time that anything in the data folder was written, ms */
export const judgeClock = (now, latest) =>
  latest - now < 5 * 60_000
    ? well('the clock goes on from what was written before')
    : ill(
        `the clock is ${days(latest - now)} behind what was written here before`,
        'Set it right: certificates, invitations and days of lessons go by it.',
      )

/** @param {{ files: number[], kept: number }} backups `files`: when each was made, ms; `kept`: how many are kept */
export function judgeBackups({ files, kept }, isSetUp, now) {
  if (!isSetUp) return well('nothing of anybody’s own yet that would need a backup')
  const latest = Math.max(...files, -Infinity)
  if (now - latest < 2 * DAY_MS) return well(`${files.length} backups, the latest not two days old`)
  const daily = kept > 0 ? 'One a day is made while  npm start  runs. ' : 'LITTLE_EASEL_BACKUPS=0 switches them off. '
  return ill(
    files.length ? `the latest backup is ${days(now - latest)} old` : 'there is no backup',
    `${daily}Now:  npm run backup`,
  )
}

/** @param {Date | null} until of the certificate; null: there is none */
export function judgeCertificate(until, now) {
  if (!until) return well('no certificate: it is for this machine alone, or behind a proxy')
  const left = until.getTime() - now
  if (left > 14 * DAY_MS) return well(`the certificate is good for another ${days(left)}`)
  return ill(
    left > 0 ? `the certificate runs out in ${days(left)}` : `the certificate ran out ${days(-left)} ago`,
    'One of its own is made anew at the next  npm start -- --class ; one of yours has to come from where you have it.',
  )
}

/** @param {{ isStarted: boolean, health: { ok: boolean, database?: string, disk?: string } | null }} app */
export function judgeApp({ isStarted, health }) {
  if (!isStarted) return well('it does not run just now')
  if (!health) return ill('it was started and does not answer', 'Read what  npm start  said last, and start it again.')
  if (health.ok) return well('it runs, and answers')
  return health.disk === 'full'
    ? ill('its disk is full: nothing can be stored', 'Make room. What is drawn stays on the devices until then.')
    : ill(`its database is ${health.database}`, 'Read the end of mariadb.log in the data folder.')
}
