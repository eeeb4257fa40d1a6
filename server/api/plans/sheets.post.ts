import { newSheetSchema } from '#shared/schemas'
import { openLessonSheet } from '../../services/plans'

export default defineRoute({
  who: 'teacher',
  body: newSheetSchema,
  run: ({ person, body }) => openLessonSheet(person, body),
})
