import type { HandInState } from '#shared/views'

/** How a hand-in stands, for the teacher and for its learner. */
export const STATE_WORDS: Record<'teacher' | 'learner', Record<HandInState, string>> = {
  teacher: { waiting: 'waits for a look', again: 'to draw on', accepted: 'accepted', replaced: 'handed in again' },
  learner: {
    waiting: 'waits for a look',
    again: 'answered: draw on',
    accepted: 'accepted',
    replaced: 'handed in again since',
  },
}
