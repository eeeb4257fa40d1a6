import { z } from 'zod'
import { duplicateSchema, idSchema } from '#shared/schemas'
import { duplicateDrawing } from '../../../services/own-drawings'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  body: duplicateSchema,
  run: ({ person, params, body }) => duplicateDrawing(person, params.id, body),
})
