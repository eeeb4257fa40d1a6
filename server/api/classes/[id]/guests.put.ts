import { z } from 'zod'
import { guestsSchema, idSchema } from '#shared/schemas'
import { letGuestsIn } from '../../../services/guests'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: guestsSchema,
  run: ({ person, params, body }) => letGuestsIn(person, params.id, body.isOpen),
})
