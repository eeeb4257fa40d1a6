import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { removeSet } from '../../services/warm-up-sets'

export default defineRoute({
  who: 'teacher',
  isFinal: true,
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => removeSet(person, params.id),
})
