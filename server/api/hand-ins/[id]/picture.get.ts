import { setHeaders } from 'h3'
import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { handInPicture } from '../../../services/handins'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  async run({ person, params, event }) {
    const picture = await handInPicture(person, params.id)
    setHeaders(event, { 'content-type': 'image/png', 'cache-control': 'private, max-age=300' })
    return picture
  },
})
