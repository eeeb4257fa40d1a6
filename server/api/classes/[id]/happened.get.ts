import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { happenedView } from '../../../services/audit'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => happenedView(person, params.id),
})
