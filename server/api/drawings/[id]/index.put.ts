import { z } from 'zod'
import { idSchema, renameDrawingSchema } from '#shared/schemas'
import { renameDrawing } from '../../../services/own-drawings'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  body: renameDrawingSchema,
  run: ({ person, params, body }) => renameDrawing(person, params.id, body.title),
})
