import { z } from 'zod'
import { lockSchema } from '#shared/place'
import { idSchema } from '#shared/schemas'
import { lock } from '../../../../services/teachers'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: lockSchema,
  run: ({ person, params, body }) => lock(person, params.id, body.isLocked),
})
