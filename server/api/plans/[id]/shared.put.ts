import { z } from 'zod'
import { idSchema, shareSchema } from '#shared/schemas'
import { sharePlan } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: shareSchema,
  run: ({ person, params, body }) => sharePlan(person, params.id, body.isShared),
})
