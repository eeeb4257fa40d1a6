import { z } from 'zod'
import { idSchema, livePictureSchema } from '#shared/schemas'
import { keepLivePicture } from '../../../services/round'

export default defineRoute({
  who: 'learner',
  params: z.object({ id: idSchema }),
  body: livePictureSchema,
  run: ({ person, params, body }) => keepLivePicture(person, params.id, body),
})
