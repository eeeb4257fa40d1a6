import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { livePicture } from '../../../services/round'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  // Its address names the place in the record: the same address is the same picture.
  run: async ({ person, params, event }) => sendPicture(event, await livePicture(person, params.id), 600),
})
