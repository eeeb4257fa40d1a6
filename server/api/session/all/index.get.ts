import { sessionsView } from '../../../services/sessions'

export default defineRoute({ who: 'teacher', run: ({ person, session }) => sessionsView(person, session!) })
