/*
 * What `npm audit --json` answers (report version 2), and which licences may run with the product.
 */

const GRADES = ['critical', 'high', 'moderate', 'low', 'info']

/**
 * What a registry advises: `rows` of packages with faults that are known, the worst first. `null`: it gives no
 * advisories; `why` then says what it answered.
 */
export function advisoriesIn(text) {
  let report
  try {
    report = JSON.parse(text)
  } catch {
    return { rows: null, why: text.trim().split('\n')[0] ?? '' }
  }
  if (!report.vulnerabilities) return { rows: null, why: report.message ?? report.error?.summary ?? 'no report' }
  const rows = Object.values(report.vulnerabilities).map(({ name, severity, range, via, fixAvailable }) => ({
    name,
    severity,
    range,
    what:
      via.find(each => typeof each === 'object')?.title ??
      `by ${via.filter(each => typeof each === 'string').join(', ')}`,
    fix:
      fixAvailable === true
        ? 'a newer version'
        : fixAvailable
          ? `${fixAvailable.name} ${fixAvailable.version}`
          : 'none yet',
  }))
  return { rows: rows.sort((a, b) => GRADES.indexOf(a.severity) - GRADES.indexOf(b.severity)), why: null }
}

/** Licences that ask for nothing but their own text, or that bind only changes to the package itself. */
const FREE = new Set([
  'MIT',
  'MIT-0',
  'ISC',
  'Apache-2.0',
  'BSD-2-Clause',
  'BSD-3-Clause',
  'BlueOak-1.0.0',
  '0BSD',
  'CC0-1.0',
  'CC-BY-3.0',
  'CC-BY-4.0',
  'OFL-1.1',
  'Python-2.0',
  'Unlicense',
  'WTFPL',
  'Zlib',
  'MPL-2.0',
  'LGPL-2.1-or-later',
  'LGPL-3.0-or-later',
])

/** Whether a licence, written as SPDX has it, may be used: of several that may be chosen one is enough. */
export function isFree(licence) {
  const bare = licence.replace(/[()*]/g, '').trim()
  if (/ OR /.test(bare)) return bare.split(/ OR /).some(isFree)
  if (/ AND /.test(bare)) return bare.split(/ AND /).every(isFree)
  return FREE.has(bare)
}
