import { critKitSchema } from '#shared/schemas'
import { keepCritKit } from '../../services/answers'

export default defineRoute({
  who: 'teacher',
  body: critKitSchema,
  run: ({ person, body }) => keepCritKit(person, body),
})
