import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { addColleague } from '../../../../../services/colleagues'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema, teacher: idSchema }),
  run: ({ person, params }) => addColleague(person, params.id, params.teacher),
})
