import { z } from 'zod'
import { idSchema, stepSchemaBody } from '#shared/schemas'
import { openRedraw } from '../../../services/plans'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  body: stepSchemaBody,
  run: ({ person, params, body }) => openRedraw(person, params.id, body.step),
})
