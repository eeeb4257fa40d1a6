import { z } from 'zod'
import { takePanelSchema } from '#shared/mural'
import { idSchema, placeSchema } from '#shared/schemas'
import { takePanel } from '../../../../../services/murals'

export default defineRoute({
  who: 'learner',
  params: z.object({ id: idSchema, place: placeSchema }),
  body: takePanelSchema,
  run: ({ person, params, body }) => takePanel(person, params.id, params.place, body.isTaken),
})
