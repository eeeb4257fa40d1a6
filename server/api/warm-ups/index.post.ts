import { drillTrySchema } from '#shared/schemas'
import { keepTry } from '../../services/drills'

export default defineRoute({ who: 'learner', body: drillTrySchema, run: ({ person, body }) => keepTry(person, body) })
