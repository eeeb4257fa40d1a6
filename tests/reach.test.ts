import { walkThrough } from './lib/reach-walk'

/** What is offered can be reached by hand, on a desk’s windows. */

walkThrough('1280 × 800')
// Between the others: with those in reach it is hardly ever another.
if (process.env.LITTLE_EASEL_LONG) walkThrough('1366 × 768')
