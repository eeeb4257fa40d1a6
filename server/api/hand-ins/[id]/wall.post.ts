import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { offerWorkSchema } from '#shared/wall'
import { offerWork } from '../../../services/wall'

export default defineRoute({
  who: 'learner',
  params: z.object({ id: idSchema }),
  body: offerWorkSchema,
  run: ({ person, params, body }) => offerWork(person, params.id, body),
})
