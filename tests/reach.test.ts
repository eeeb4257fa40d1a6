import { walkThrough } from './lib/reach-walk'

/** What is offered can be reached by hand, on a desk’s windows. */

walkThrough('1280 × 800')
walkThrough('1366 × 768')
