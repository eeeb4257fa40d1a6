import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { orderWorksSchema } from '#shared/wall'
import { orderWorks } from '../../../../services/wall'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: orderWorksSchema,
  run: ({ person, params, body }) => orderWorks(person, params.id, body.works),
})
