import { LARGE_BODY_BYTES } from '#shared/limits'
import { z } from 'zod'
import { paintHashSchema, paintPartSchema } from '#shared/schemas'
import { storePaintPart } from '../../services/paint'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ hash: paintHashSchema }),
  body: paintPartSchema,
  most: LARGE_BODY_BYTES,
  run: ({ person, params, body }) => storePaintPart(person, params.hash, body),
})
