import { secondView } from '../../../services/second-factor'

export default defineRoute({ who: 'teacher', run: ({ person }) => secondView(person) })
