import { newDrawingSchema } from '#shared/schemas'
import { openDrawing } from '../../services/drawings'

export default defineRoute({
  who: 'learner',
  body: newDrawingSchema,
  run: ({ person, body }) => openDrawing(person, body),
})
