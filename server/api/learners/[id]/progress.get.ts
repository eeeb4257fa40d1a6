import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { progressOfLearner } from '../../../services/progress'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => progressOfLearner(person, params.id),
})
