import { LARGE_BODY_BYTES } from '#shared/limits'
import { critKitSchema } from '#shared/schemas'
import { keepCritKit } from '../../services/answers'

export default defineRoute({
  who: 'teacher',
  body: critKitSchema,
  most: LARGE_BODY_BYTES,
  run: ({ person, body }) => keepCritKit(person, body),
})
