import { z } from 'zod'
import { idSchema, archiveSchema } from '#shared/schemas'
import { archivePlan } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: archiveSchema,
  run: ({ person, params, body }) => archivePlan(person, params.id, body.isArchived),
})
