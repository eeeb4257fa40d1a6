import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { sharePanels } from '../../../services/murals'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => sharePanels(person, params.id),
})
