import { keptTrySchema } from '#shared/schemas'
import { keepTry } from '../../services/drills'

export default defineRoute({ who: 'learner', body: keptTrySchema, run: ({ person, body }) => keepTry(person, body) })
