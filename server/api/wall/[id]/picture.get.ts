import { z } from 'zod'
import { idSchema, pictureSizeSchema } from '#shared/schemas'
import { workPicture } from '../../../services/wall'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  query: pictureSizeSchema,
  // Not kept for long: it can be taken down.
  run: async ({ person, params, query, event }) =>
    sendPicture(event, await workPicture(person, params.id, query.size), 60),
})
