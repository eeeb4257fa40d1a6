import { deskView } from '../services/pages'

export default defineRoute({ who: 'teacher', run: ({ person }) => deskView(person) })
