import { z } from 'zod'
import { handInSchema, idSchema } from '#shared/schemas'
import { handIn } from '../../../services/handins'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  body: handInSchema,
  run: ({ person, params, body }) => handIn(person, params.id, body),
})
