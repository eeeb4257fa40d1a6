import { PLAN_BODY_BYTES } from '#shared/limits'
import { planSchema } from '#core/plan'
import { addPlan } from '../../services/plans'

export default defineRoute({
  who: 'teacher',
  body: planSchema,
  most: PLAN_BODY_BYTES,
  run: ({ person, body }) => addPlan(person, body),
})
