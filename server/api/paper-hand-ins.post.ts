import { paperHandInSchema } from '#shared/schemas'
import { handInPaper } from '../services/paper'

export default defineRoute({
  who: 'signed-in',
  body: paperHandInSchema,
  run: ({ person, body }) => handInPaper(person, body),
})
