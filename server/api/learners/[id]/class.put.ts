import { z } from 'zod'
import { idSchema, moveLearnerSchema } from '#shared/schemas'
import { moveLearner } from '../../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: moveLearnerSchema,
  run: ({ person, params, body }) => moveLearner(person, params.id, body.classId),
})
