import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { muralPicture } from '../../../services/murals'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  run: async ({ person, params, event }) => sendPicture(event, await muralPicture(person, params.id), 3600),
})
