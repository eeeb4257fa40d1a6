import { newSheetSchema } from '#shared/schemas'
import { openOwnSheet } from '../services/drawings'

export default defineRoute({
  who: 'learner',
  body: newSheetSchema,
  run: ({ person, body }) => openOwnSheet(person, body),
})
