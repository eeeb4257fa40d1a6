import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { assembleMural } from '../../../services/murals'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => assembleMural(person, params.id),
})
