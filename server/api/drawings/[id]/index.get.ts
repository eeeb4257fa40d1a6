import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { drawingView } from '../../../services/drawings'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => drawingView(person, params.id),
})
