import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { planClassesView } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => planClassesView(person, params.id),
})
