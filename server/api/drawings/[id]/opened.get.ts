import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { openedSteps } from '../../../services/plans'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => openedSteps(person, params.id),
})
