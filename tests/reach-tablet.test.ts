import { walkThrough } from './lib/reach-walk'

/** What is offered can be reached by hand, on a tablet, and zoomed. */

walkThrough('1024 × 768 by touch')
walkThrough('zoom at 200 %')
