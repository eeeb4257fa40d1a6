import { z } from 'zod'
import { idSchema, toTeacherSchema } from '#shared/schemas'
import { handClassOn } from '../../../services/colleagues'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: toTeacherSchema,
  run: ({ person, params, body }) => handClassOn(person, params.id, body.teacher),
})
