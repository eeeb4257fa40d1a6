import { z } from 'zod'
import { frontSchema, idSchema } from '#shared/schemas'
import { setFront } from '../../../services/round'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: frontSchema,
  run: ({ person, params, body }) => setFront(person, params.id, body.drawing, body.isAgain),
})
