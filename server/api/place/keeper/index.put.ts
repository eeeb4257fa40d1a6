import { keeperSchema } from '#shared/place'
import { handOn } from '../../../services/place'

export default defineRoute({
  who: 'teacher',
  isFinal: true,
  body: keeperSchema,
  run: ({ person, body }) => handOn(person, body.teacher),
})
