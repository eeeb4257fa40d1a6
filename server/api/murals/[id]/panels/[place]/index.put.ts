import { z } from 'zod'
import { givePanelSchema } from '#shared/mural'
import { idSchema, placeSchema } from '#shared/schemas'
import { givePanel } from '../../../../../services/murals'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema, place: placeSchema }),
  body: givePanelSchema,
  run: ({ person, params, body }) => givePanel(person, params.id, params.place, body.learner),
})
