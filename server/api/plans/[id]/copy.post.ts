import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { copyPlan } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => copyPlan(person, params.id),
})
