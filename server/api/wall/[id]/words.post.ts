import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { sayWordsSchema } from '#shared/wall'
import { sayWords } from '../../../services/wall'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  body: sayWordsSchema,
  run: ({ person, params, body }) => sayWords(person, params.id, body.words),
})
