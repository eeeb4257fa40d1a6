import { z } from 'zod'
import { addLearnersSchema, idSchema } from '#shared/schemas'
import { addLearners } from '../../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: addLearnersSchema,
  run: ({ person, params, body }) => addLearners(person, params.id, body.learners),
})
