import { z } from 'zod'
import { idSchema, warmUpSetSchema } from '#shared/schemas'
import { makeSet } from '../../../../services/warm-up-sets'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: warmUpSetSchema,
  run: ({ person, params, body }) => makeSet(person, params.id, body),
})
