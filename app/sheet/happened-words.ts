import type { Happened } from '#shared/views'

/** What was done, as it follows the name of who did it. */
export const HAPPENED_WORDS: Readonly<Record<Happened, string>> = {
  'came-in': 'came in',
  'not-let-in': 'was not let in',
  refused: 'asked for what is another’s, and was refused',
  'new-pin': 'drew a new PIN',
  added: 'added to the class',
  renamed: 'gave another name',
  moved: 'moved to another class',
  'taken-out': 'took out of the class',
  'put-back': 'put back into the class',
  erased: 'erased for good',
  'plan-given': 'gave a plan',
  'plan-taken-back': 'took a plan back',
  answered: 'answered a hand-in',
  'sessions-ended': 'ended sessions of their own',
  'new-password': 'took a new password',
  'place-set-up': 'set the place up',
  'place-changed': 'changed what the place is called',
  invited: 'made a link',
  'invitation-withdrawn': 'withdrew a link',
  'link-used': 'came in by a link',
  locked: 'locked an account',
  unlocked: 'opened an account again',
  'handed-on': 'handed the place on',
}
