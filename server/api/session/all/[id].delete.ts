import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { endSessions } from '../../../services/sessions'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, session, params }) => endSessions(person, session!, params.id),
})
