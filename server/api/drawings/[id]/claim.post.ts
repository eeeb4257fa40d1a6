import { z } from 'zod'
import { claimSchema, idSchema } from '#shared/schemas'
import { claimDrawing } from '../../../services/records'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  body: claimSchema,
  run: ({ person, params, body }) => claimDrawing(person, params.id, body),
})
