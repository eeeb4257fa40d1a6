import { warmUpsView } from '../../services/drills'

export default defineRoute({ who: 'learner', run: ({ person }) => warmUpsView(person) })
