import { z } from 'zod'
import { paintHashSchema } from '#shared/schemas'
import { paintPicture } from '../../services/paint'

/** What is named by its content never changes: whoever has it may keep it. */
const YEAR_S = 31_536_000

export default defineRoute({
  who: 'signed-in',
  params: z.object({ hash: paintHashSchema }),
  run: async ({ params, event }) => sendPicture(event, await paintPicture(params.hash), YEAR_S),
})
