import { setHeaders } from 'h3'
import { z } from 'zod'
import { posterSchema } from '#shared/mural'
import { idSchema } from '#shared/schemas'
import { wholePanels } from '../../../services/murals'
import { posterPdf } from '../../../services/poster'
import { attachment } from '../../../utils/attachment'

export default defineRoute({
  who: 'signed-in',
  params: z.object({ id: idSchema }),
  query: posterSchema,
  async run({ person, params, query, event }) {
    const { facts, panel } = await wholePanels(person, params.id)
    const bytes = await posterPdf(facts, query, panel)
    setHeaders(event, {
      'content-type': 'application/pdf',
      'content-disposition': attachment(`${facts.title}, ${query.paper.toUpperCase()}.pdf`),
    })
    return Buffer.from(bytes)
  },
})
