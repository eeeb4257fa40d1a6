import { z } from 'zod'
import { copySchema, idSchema } from '#shared/schemas'
import { copyDrawing } from '../../../services/records'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  body: copySchema,
  run: ({ person, params, body }) => copyDrawing(person, params.id, body),
})
