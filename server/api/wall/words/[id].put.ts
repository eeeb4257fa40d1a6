import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { judgeWordsSchema } from '#shared/wall'
import { judgeWords } from '../../../services/wall'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: judgeWordsSchema,
  run: ({ person, params, body }) => judgeWords(person, params.id, body.isLetThrough),
})
