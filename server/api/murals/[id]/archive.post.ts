import { z } from 'zod'
import { archiveSchema, idSchema } from '#shared/schemas'
import { archiveMural } from '../../../services/murals'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: archiveSchema,
  run: ({ person, params, body }) => archiveMural(person, params.id, body.isArchived),
})
