import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { workPicture } from '../../../services/wall'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  // Not kept for long: it can be taken down.
  run: async ({ person, params, event }) => sendPicture(event, await workPicture(person, params.id), 60),
})
