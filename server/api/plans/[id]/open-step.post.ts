import { z } from 'zod'
import { idSchema, openStepSchema } from '#shared/schemas'
import { openStepForClass } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: openStepSchema,
  run: ({ person, params, body }) => openStepForClass(person, params.id, body),
})
