import { z } from 'zod'
import { idSchema, savePlanSchema } from '#shared/schemas'
import { savePlan } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: savePlanSchema,
  run: ({ person, params, body }) => savePlan(person, params.id, body),
})
