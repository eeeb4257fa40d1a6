import { beginSecond } from '../../../services/second-factor'

export default defineRoute({ who: 'teacher', isFinal: true, run: ({ person }) => beginSecond(person) })
