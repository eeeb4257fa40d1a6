import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { lowerHand } from '../../../services/round'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => lowerHand(person, params.id),
})
