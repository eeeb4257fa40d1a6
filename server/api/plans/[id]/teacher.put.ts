import { z } from 'zod'
import { idSchema, toTeacherSchema } from '#shared/schemas'
import { handPlanOn } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: toTeacherSchema,
  run: ({ person, params, body }) => handPlanOn(person, params.id, body.teacher),
})
