import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import type { DrawingView } from '#shared/views'
import { drawingView } from '../../../services/drawings'
import { sendWithJson } from '../../../utils/raw'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  async run({ person, params, event }) {
    const { view, entries } = await drawingView(person, params.id)
    return sendWithJson<DrawingView, 'entries'>(event, view, 'entries', entries)
  },
})
