import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import type { HandInView } from '#shared/views'
import { handInView } from '../../../services/handins'
import { sendWithJson } from '../../../utils/raw'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  async run({ person, params, event }) {
    const { view, record } = await handInView(person, params.id)
    return sendWithJson<HandInView, 'record'>(event, view, 'record', record)
  },
})
