import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { givenPlan } from '../../../services/drawings'

export default defineRoute({
  who: 'learner',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => givenPlan(person, params.id),
})
