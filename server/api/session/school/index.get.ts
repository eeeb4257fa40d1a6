import { sendRedirect } from 'h3'
import { goToSchool } from '../../../services/school-accounts'
import { keepGoing } from '../../../utils/going'

/** To the school's own accounts. A browser goes there as to a page. */
export default defineRoute({
  who: 'anyone',
  async run({ event }) {
    const { to, going } = await goToSchool()
    await keepGoing(event, going)
    await sendRedirect(event, to)
  },
})
