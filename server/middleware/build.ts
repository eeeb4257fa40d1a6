import { defineEventHandler, setResponseHeader } from 'h3'
import { BUILD } from '#shared/limits'

/** Which build of the program answers: a page that was loaded from an earlier one is told by it. */
export default defineEventHandler(event => {
  if (event.path.startsWith('/api/')) setResponseHeader(event, BUILD, useRuntimeConfig(event).app.buildId as string)
})
