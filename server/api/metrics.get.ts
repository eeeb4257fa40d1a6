import { timingSafeEqual } from 'node:crypto'
import { getRequestHeader, setResponseHeader } from 'h3'
import { metricsText, metricsType } from '../services/metrics'
import { digestOf } from '../utils/digest'
import { Refused } from '../utils/refuse'

/** Figures for monitoring, for whoever has the word that NUXT_METRICS_TOKEN sets; without one there are none. */
export default defineRoute({
  who: 'anyone',
  async run({ event }) {
    const { metricsToken } = useRuntimeConfig(event)
    const given = getRequestHeader(event, 'authorization') ?? ''
    const isRight = timingSafeEqual(
      Buffer.from(digestOf(given)),
      Buffer.from(digestOf(`Bearer ${String(metricsToken)}`)),
    )
    if (metricsToken === '' || !isRight)
      throw new Refused('not-found', 'There is nothing here.', 'Whoever watches the server knows the word for it.')
    setResponseHeader(event, 'content-type', metricsType)
    return metricsText()
  },
})
