import { afterAll } from 'vitest'
import { endWorld, startWorld } from '../lib/world'

/** Before each end-to-end file is read, and after its last test. */
await startWorld()
afterAll(endWorld)
