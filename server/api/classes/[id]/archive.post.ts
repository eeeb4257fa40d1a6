import { z } from 'zod'
import { archiveSchema, idSchema } from '#shared/schemas'
import { archiveClass } from '../../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: archiveSchema,
  run: ({ person, params, body }) => archiveClass(person, params.id, body.isArchived),
})
