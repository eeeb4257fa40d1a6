import { Readable } from 'node:stream'
import { sendStream, setHeaders } from 'h3'
import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { wholeMural } from '../../../services/murals'
import { attachment } from '../../../utils/attachment'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  async run({ person, params, event }) {
    const { title, parts } = await wholeMural(person, params.id)
    setHeaders(event, {
      'content-type': 'image/png',
      'cache-control': 'private, no-cache',
      'content-disposition': attachment(`${title}.png`),
    })
    return sendStream(event, Readable.from(parts))
  },
})
