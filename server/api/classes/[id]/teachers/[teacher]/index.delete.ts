import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { dropColleague } from '../../../../../services/colleagues'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema, teacher: idSchema }),
  run: ({ person, params }) => dropColleague(person, params.id, params.teacher),
})
