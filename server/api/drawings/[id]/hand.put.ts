import { z } from 'zod'
import { idSchema, raiseHandSchema } from '#shared/schemas'
import { raiseHand } from '../../../services/round'

export default defineRoute({
  who: 'learner',
  params: z.object({ id: idSchema }),
  body: raiseHandSchema,
  run: ({ person, params, body }) => raiseHand(person, params.id, body.words),
})
