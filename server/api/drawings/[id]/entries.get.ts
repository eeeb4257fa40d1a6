import { z } from 'zod'
import { idSchema, sinceSchema } from '#shared/schemas'
import type { EntriesView } from '#shared/views'
import { entriesSince } from '../../../services/round'
import { sendWithJson } from '../../../utils/raw'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  query: sinceSchema,
  async run({ person, params, query, event }) {
    const { view, entries } = await entriesSince(person, params.id, query.from)
    return sendWithJson<EntriesView, 'entries'>(event, view, 'entries', entries)
  },
})
