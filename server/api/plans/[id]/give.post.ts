import { z } from 'zod'
import { idSchema, givePlanSchema } from '#shared/schemas'
import { givePlan } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: givePlanSchema,
  run: ({ person, params, body }) => givePlan(person, params.id, body),
})
