import { z } from 'zod'
import { idSchema, todaySchema } from '#shared/schemas'
import { setToday } from '../../../services/round'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: todaySchema,
  run: ({ person, params, body }) => setToday(person, params.id, body.plan),
})
