import { z } from 'zod'
import { idSchema, renameLearnerSchema } from '#shared/schemas'
import { renameLearner } from '../../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: renameLearnerSchema,
  run: ({ person, params, body }) => renameLearner(person, params.id, body.name),
})
