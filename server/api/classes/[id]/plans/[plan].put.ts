import { z } from 'zod'
import { idSchema, termsSchema } from '#shared/schemas'
import { setTerms } from '../../../../services/register'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema, plan: idSchema }),
  body: termsSchema,
  run: ({ person, params, body }) => setTerms(person, params.id, params.plan, body),
})
