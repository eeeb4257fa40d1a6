import { planSchema } from '#core/plan'
import { addPlan } from '../../services/plans'

export default defineRoute({ who: 'teacher', body: planSchema, run: ({ person, body }) => addPlan(person, body) })
