import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { tryPlan } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => tryPlan(person, params.id),
})
