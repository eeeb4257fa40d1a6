import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { handInPicture } from '../../../services/handins'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  run: async ({ person, params, event }) => sendPicture(event, await handInPicture(person, params.id), 300),
})
