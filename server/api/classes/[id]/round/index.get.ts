import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { roundView } from '../../../../services/round'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => roundView(person, params.id),
})
