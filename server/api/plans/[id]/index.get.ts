import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { planView } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => planView(person, params.id),
})
