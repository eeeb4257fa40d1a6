import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { stopAssembly } from '../../../services/murals'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => stopAssembly(person, params.id),
})
