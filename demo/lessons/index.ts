import { mole } from './mole'
import { pennant } from './pennant'
import { plums } from './plums'
import { thorn } from './thorn'

export { attemptsFor, drawAttempt, drawLesson, lessonPlan, type Lesson } from './lesson'

/** The four lessons beside the kettle. */
export const LESSONS = [plums, mole, thorn, pennant] as const
