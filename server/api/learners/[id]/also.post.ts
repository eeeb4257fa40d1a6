import { z } from 'zod'
import { idSchema, moveLearnerSchema } from '#shared/schemas'
import { takeIntoAlso } from '../../../services/several-classes'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: moveLearnerSchema,
  run: ({ person, params, body }) => takeIntoAlso(person, params.id, body.classId),
})
