import { z } from 'zod'
import { idSchema, changeClassSchema } from '#shared/schemas'
import { changeClass } from '../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: changeClassSchema,
  run: ({ person, params, body }) => changeClass(person, params.id, body),
})
