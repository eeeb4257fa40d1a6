import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { muralView } from '../../../services/murals'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  run: ({ person, params }) => muralView(person, params.id),
})
