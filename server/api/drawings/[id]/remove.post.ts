import { z } from 'zod'
import { idSchema, removeDrawingSchema } from '#shared/schemas'
import { removeDrawing } from '../../../services/own-drawings'

export default defineRoute({
  who: 'learner',
  params: z.object({ id: idSchema }),
  body: removeDrawingSchema,
  run: ({ person, params, body }) => removeDrawing(person, params.id, body.isRemoved),
})
