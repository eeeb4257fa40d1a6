import { walkThrough } from './lib/reach-walk'

/** What is offered can be reached by hand, with large letters. */

walkThrough('letters at 200 %')
walkThrough('letters at 200 % on 1024 × 768')
