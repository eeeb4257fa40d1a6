import { z } from 'zod'
import { deskView, SHOWN } from '../../services/desk'

export default defineRoute({
  who: 'teacher',
  query: z.object({ shown: z.coerce.number().int().min(SHOWN).max(600).optional() }),
  run: ({ person, query }) => deskView(person, query.shown),
})
