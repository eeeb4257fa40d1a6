import { planBookView } from '../../services/plans'

export default defineRoute({ who: 'teacher', run: ({ person }) => planBookView(person) })
