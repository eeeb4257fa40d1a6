import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { withdraw } from '../../../services/teachers'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => withdraw(person, params.id),
})
