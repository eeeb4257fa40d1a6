import { ownProgress } from '../services/progress'

export default defineRoute({ who: 'learner', run: ({ person }) => ownProgress(person) })
