import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { changeWorkSchema } from '#shared/wall'
import { changeWork } from '../../../services/wall'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  body: changeWorkSchema,
  run: ({ person, params, body }) => changeWork(person, params.id, body),
})
