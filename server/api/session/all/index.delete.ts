import { endSessions } from '../../../services/sessions'

export default defineRoute({ who: 'teacher', run: ({ person, session }) => endSessions(person, session!, null) })
