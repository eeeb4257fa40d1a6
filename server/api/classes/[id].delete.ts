import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { eraseClassForGood } from '../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  isFinal: true,
  run: ({ person, params }) => eraseClassForGood(person, params.id),
})
