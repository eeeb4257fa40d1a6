import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { takeWordsBack } from '../../../services/wall'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => takeWordsBack(person, params.id),
})
