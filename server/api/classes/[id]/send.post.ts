import { z } from 'zod'
import { idSchema, sendSchema } from '#shared/schemas'
import { sendNews } from '../../../services/round'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: sendSchema,
  run: ({ person, params, body }) => sendNews(person, params.id, body),
})
