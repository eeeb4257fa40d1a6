import { z } from 'zod'
import { idSchema, removeSchema } from '#shared/schemas'
import { removeLearner } from '../../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: removeSchema,
  run: ({ person, params, body }) => removeLearner(person, params.id, body.isRemoved),
})
