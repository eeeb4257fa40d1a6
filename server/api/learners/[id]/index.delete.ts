import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { eraseForGood } from '../../../services/register'

export default defineRoute({
  who: 'teacher',
  isFinal: true,
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => eraseForGood(person, params.id),
})
