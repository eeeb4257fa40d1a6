import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { folioOf } from '../../../services/pages'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => folioOf(person, params.id),
})
