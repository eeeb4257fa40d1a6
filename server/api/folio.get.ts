import { folioView } from '../services/pages'

export default defineRoute({ who: 'learner', run: ({ person }) => folioView(person) })
