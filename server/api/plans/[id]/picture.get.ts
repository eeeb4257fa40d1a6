import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { planPicture } from '../../../services/pages'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  run: async ({ person, params, event }) => sendPicture(event, await planPicture(person, params.id), 300),
})
