import { z } from 'zod'
import { DESK_SHOWN } from '#shared/limits'
import { deskView } from '../../services/desk'

export default defineRoute({
  who: 'teacher',
  query: z.object({ shown: z.coerce.number().int().min(DESK_SHOWN).max(600).optional() }),
  run: ({ person, query }) => deskView(person, query.shown),
})
