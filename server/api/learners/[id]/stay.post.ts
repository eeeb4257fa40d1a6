import { z } from 'zod'
import { idSchema, renameLearnerSchema } from '#shared/schemas'
import { keepGuest } from '../../../services/guests'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: renameLearnerSchema,
  run: ({ person, params, body }) => keepGuest(person, params.id, body.name),
})
