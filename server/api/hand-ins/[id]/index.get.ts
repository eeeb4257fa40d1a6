import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { handInView } from '../../../services/handins'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => handInView(person, params.id),
})
