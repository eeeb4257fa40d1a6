import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { registerView } from '../../services/register-view'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => registerView(person, params.id),
})
