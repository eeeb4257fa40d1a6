import { z } from 'zod'
import { idSchema, newClassSchema } from '#shared/schemas'
import { changeClass } from '../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: newClassSchema,
  run: ({ person, params, body }) => changeClass(person, params.id, body),
})
