import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { wallView } from '../../../../services/wall'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => wallView(person, params.id),
})
