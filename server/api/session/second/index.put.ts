import { codeSchema } from '#shared/place'
import { confirmSecond } from '../../../services/second-factor'

export default defineRoute({
  who: 'teacher',
  body: codeSchema,
  run: ({ person, body }) => confirmSecond(person, body.code),
})
