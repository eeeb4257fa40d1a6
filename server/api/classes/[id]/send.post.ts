import { BATCH_BYTES } from '#shared/limits'
import { z } from 'zod'
import { idSchema, sendSchema } from '#shared/schemas'
import { sendNews } from '../../../services/round'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: sendSchema,
  most: BATCH_BYTES,
  run: ({ person, params, body }) => sendNews(person, params.id, body),
})
