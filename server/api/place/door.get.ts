import { doorView } from '../../services/place'
import { isHere } from '../../utils/peer'

/** Whose place it is, and what may be entered from here. */
export default defineRoute({ who: 'anyone', run: ({ event }) => doorView(isHere(event)) })
