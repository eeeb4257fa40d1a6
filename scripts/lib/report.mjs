/** What Vitest's JSON reports say of a run, and of the files of it that were run again. */

/** More files than so many do not fail by bad luck: they are not run again. */
const MOST_UNLUCKY = 4

/**
 * Every test as `file › name`, and how it ended: a Map to 'passed', 'failed' and the like. A file that did not load
 * counts as one that failed.
 */
export function endings({ testResults = [] }) {
  const found = new Map()
  for (const { name, status, assertionResults } of testResults) {
    const times = new Map()
    for (const { fullName, status: ending } of assertionResults) {
      // Several may have one name: each counts.
      const time = (times.get(fullName) ?? 0) + 1
      times.set(fullName, time)
      found.set(`${name} › ${fullName}${time > 1 ? ` (${time})` : ''}`, ending)
    }
    // A file's own failure: it did not load, or what it sets up or clears away failed.
    if (status === 'failed' && !assertionResults.some(each => each.status === 'failed'))
      found.set(`${name} › the file itself`, 'failed')
  }
  return found
}

/** Files worth another run, alone: those in which something failed, unless they are too many. */
export function unluckyFiles({ testResults = [] }) {
  const files = testResults
    .filter(
      ({ status, assertionResults }) => status === 'failed' || assertionResults.some(each => each.status === 'failed'),
    )
    .map(each => each.name)
  return files.length <= MOST_UNLUCKY ? files : []
}

/**
 * Both runs taken together: how many `passed`, which `failed`, and which are `unsteady`: failed first and passed when
 * run again. A test that the second run did not come to stays as it was.
 */
export function together(first, second) {
  const before = endings(first)
  const after = endings(second)
  const unsteady = []
  const ended = new Map(before)
  for (const [test, ending] of before) {
    if (ending !== 'failed') continue
    const isItself = test.endsWith(' › the file itself')
    const again = isItself && after.size > 0 && !after.has(test) ? 'passed' : after.get(test)
    if (again !== 'passed') continue
    unsteady.push(test)
    if (isItself) ended.delete(test)
    else ended.set(test, 'passed')
  }
  // What passed first and fails alone has failed.
  for (const [test, ending] of after) if (ending === 'failed') ended.set(test, 'failed')
  // Tests that never began the first time because their file failed.
  for (const [test, ending] of after)
    if (!before.has(test) || before.get(test) === 'skipped' || before.get(test) === 'pending') ended.set(test, ending)
  const those = ending => [...ended.keys()].filter(test => ended.get(test) === ending)
  return { passed: those('passed').length, failed: those('failed'), unsteady }
}
