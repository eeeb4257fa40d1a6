import { z } from 'zod'
import { idSchema, placeSchema } from '#shared/schemas'
import { panelPicture } from '../../../../../services/murals'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema, place: placeSchema }),
  // Its address names the place in the record: the same address is the same picture.
  run: async ({ person, params, event }) =>
    sendPicture(event, await panelPicture(person, params.id, params.place), 600),
})
