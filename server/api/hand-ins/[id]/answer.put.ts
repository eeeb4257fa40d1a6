import { z } from 'zod'
import { answerSchema, idSchema } from '#shared/schemas'
import { answerHandIn } from '../../../services/answers'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: answerSchema,
  run: ({ person, params, body }) => answerHandIn(person, params.id, body),
})
