import { keepSchema } from '#shared/place'
import { setKeeping } from '../../services/place'

export default defineRoute({
  who: 'teacher',
  body: keepSchema,
  run: ({ person, body }) => setKeeping(person, body.months),
})
