import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { takeHandDown } from '../../../services/round'

export default defineRoute({
  who: 'learner',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => takeHandDown(person, params.id),
})
