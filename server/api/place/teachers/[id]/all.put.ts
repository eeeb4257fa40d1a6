import { z } from 'zod'
import { idSchema, toTeacherSchema } from '#shared/schemas'
import { handAllOver } from '../../../../services/colleagues'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: toTeacherSchema,
  isFinal: true,
  run: ({ person, params, body }) => handAllOver(person, params.id, body.teacher),
})
