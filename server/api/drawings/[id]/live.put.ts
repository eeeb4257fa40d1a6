import { LARGE_BODY_BYTES } from '#shared/limits'
import { z } from 'zod'
import { idSchema, livePictureSchema } from '#shared/schemas'
import { keepLivePicture } from '../../../services/round'

export default defineRoute({
  who: 'learner',
  params: z.object({ id: idSchema }),
  body: livePictureSchema,
  most: LARGE_BODY_BYTES,
  run: ({ person, params, body }) => keepLivePicture(person, params.id, body),
})
