import { z } from 'zod'
import { idSchema, sinceSchema } from '#shared/schemas'
import { entriesSince } from '../../../services/round'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  query: sinceSchema,
  run: ({ person, params, query }) => entriesSince(person, params.id, query.from),
})
