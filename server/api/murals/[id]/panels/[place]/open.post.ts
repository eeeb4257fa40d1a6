import { z } from 'zod'
import { idSchema, placeSchema } from '#shared/schemas'
import { openPanel } from '../../../../../services/murals'

export default defineRoute({
  who: 'learner',
  params: z.object({ id: idSchema, place: placeSchema }),
  run: ({ person, params }) => openPanel(person, params.id, params.place),
})
