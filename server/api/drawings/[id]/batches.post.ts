import { BATCH_BYTES } from '#shared/limits'
import { z } from 'zod'
import { batchSchema, idSchema } from '#shared/schemas'
import { storeBatch } from '../../../services/records'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  bytes: batchSchema,
  most: BATCH_BYTES,
  run: ({ person, params, bytes }) => storeBatch(person, params.id, bytes),
})
