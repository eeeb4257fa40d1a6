import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { dropMail } from '../../../services/place'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => dropMail(person, params.id),
})
