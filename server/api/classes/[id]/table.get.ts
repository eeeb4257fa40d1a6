import { z } from 'zod'
import { idSchema, tableSchema } from '#shared/schemas'
import { tableView } from '../../../services/handins'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  query: tableSchema,
  run: ({ person, params, query }) => tableView(person, params.id, query.plan),
})
