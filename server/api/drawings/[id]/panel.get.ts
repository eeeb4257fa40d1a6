import { z } from 'zod'
import { idSchema, knownPanelsSchema } from '#shared/schemas'
import { panelView } from '../../../services/murals'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  query: knownPanelsSchema,
  run: async ({ person, params, query }) => ({ panel: await panelView(person, params.id, query.known) }),
})
