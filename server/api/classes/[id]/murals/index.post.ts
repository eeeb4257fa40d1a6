import { z } from 'zod'
import { newMuralSchema } from '#shared/mural'
import { idSchema } from '#shared/schemas'
import { makeMural } from '../../../../services/murals'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: newMuralSchema,
  run: ({ person, params, body }) => makeMural(person, params.id, body),
})
