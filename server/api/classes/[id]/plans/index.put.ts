import { z } from 'zod'
import { idSchema, orderSchema } from '#shared/schemas'
import { orderPlans } from '../../../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: orderSchema,
  run: ({ person, params, body }) => orderPlans(person, params.id, body.plans),
})
