import { BaseSequencer, type TestSpecification } from 'vitest/node'

/** Small files that take long: they walk through every view. Vitest goes by size where it knows no times. */
const LONG = /\/tests\/reach[^/]*\.test\.ts$/

/** Begins with what takes long, so that no worker is left alone with it at the end. */
export default class LongFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const sorted = await super.sort(files)
    return [...sorted.filter(each => LONG.test(each.moduleId)), ...sorted.filter(each => !LONG.test(each.moduleId))]
  }
}
