import { getRequestURL, sendRedirect } from 'h3'
import { backFromSchool } from '../../../services/school-accounts'
import { takeGoing } from '../../../utils/going'
import { asRefused } from '../../../utils/refuse'

/** Back from the school's accounts: in, or to the front door, which says why not. */
export default defineRoute({
  who: 'anyone',
  async run({ event }) {
    try {
      const person = await backFromSchool(getRequestURL(event).search, await takeGoing(event))
      await beginSession(event, person)
      await sendRedirect(event, '/desk')
    } catch (error) {
      // In words only there: what stands in an address could be anybody's.
      await sendRedirect(event, `/?${new URLSearchParams({ teach: '1', not: asRefused(error).code })}`)
    }
  },
})
