import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { linkForPassword } from '../../../../services/teachers'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => linkForPassword(person, params.id),
})
