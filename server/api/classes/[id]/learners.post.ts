import { LARGE_BODY_BYTES } from '#shared/limits'
import { z } from 'zod'
import { addLearnersSchema, idSchema } from '#shared/schemas'
import { addLearners } from '../../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: addLearnersSchema,
  most: LARGE_BODY_BYTES,
  run: ({ person, params, body }) => addLearners(person, params.id, body.learners),
})
