import { PLAN_BODY_BYTES } from '#shared/limits'
import { z } from 'zod'
import { newMuralSchema } from '#shared/mural'
import { idSchema } from '#shared/schemas'
import { makeMural } from '../../../../services/murals'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: newMuralSchema,
  most: PLAN_BODY_BYTES,
  run: ({ person, params, body }) => makeMural(person, params.id, body),
})
