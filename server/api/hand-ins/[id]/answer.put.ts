import { BATCH_BYTES } from '#shared/limits'
import { z } from 'zod'
import { answerSchema, idSchema } from '#shared/schemas'
import { answerHandIn } from '../../../services/answers'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: answerSchema,
  most: BATCH_BYTES,
  run: ({ person, params, body }) => answerHandIn(person, params.id, body),
})
