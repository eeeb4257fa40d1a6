import { comfortSchema } from '#shared/schemas'
import { keepComfort } from '../../services/comfort'

export default defineRoute({
  who: 'learner',
  body: comfortSchema,
  run: ({ person, body }) => keepComfort(person, body),
})
