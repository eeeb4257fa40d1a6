import { z } from 'zod'
import { idSchema, pictureSizeSchema } from '#shared/schemas'
import { planPicture } from '../../../services/pages'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  query: pictureSizeSchema,
  run: async ({ person, params, query, event }) =>
    sendPicture(event, await planPicture(person, params.id, query.size), 300),
})
