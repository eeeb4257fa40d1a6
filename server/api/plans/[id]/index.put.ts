import { PLAN_BODY_BYTES } from '#shared/limits'
import { z } from 'zod'
import { idSchema, savePlanSchema } from '#shared/schemas'
import { savePlan } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: savePlanSchema,
  most: PLAN_BODY_BYTES,
  run: ({ person, params, body }) => savePlan(person, params.id, body),
})
