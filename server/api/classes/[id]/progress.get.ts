import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { classProgress } from '../../../services/progress'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => classProgress(person, params.id),
})
