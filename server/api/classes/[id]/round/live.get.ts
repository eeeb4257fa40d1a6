import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { watchRound } from '../../../../live/round'
import { requireClass } from '../../../../services/rights'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  async run({ person, session, params, event }) {
    const { id } = await requireClass(person, params.id)
    return streamNews(event, session, tell => watchRound(id, tell))
  },
})
