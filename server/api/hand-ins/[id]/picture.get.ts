import { z } from 'zod'
import { idSchema, pictureSizeSchema } from '#shared/schemas'
import { handInPicture } from '../../../services/handins'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  query: pictureSizeSchema,
  run: async ({ person, params, query, event }) =>
    sendPicture(event, await handInPicture(person, params.id, query.size), 300),
})
