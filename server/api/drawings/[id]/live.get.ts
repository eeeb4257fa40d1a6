import { setHeaders } from 'h3'
import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { livePicture } from '../../../services/round'

export default defineRoute({
  who: 'teacher',
  params: z.object({ id: idSchema }),
  async run({ person, params, event }) {
    const { type, bytes } = await livePicture(person, params.id)
    // Its address names the place in the record: the same address is the same picture.
    setHeaders(event, { 'content-type': type, 'cache-control': 'private, max-age=600' })
    return bytes
  },
})
