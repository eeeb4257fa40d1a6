import { describe, expect, it } from 'vitest'
import type { StepFindings } from '#shared/views'
import { countMet } from './handins'

const step = (...verdicts: string[]) =>
  ({ step: 's', findings: verdicts.map(verdict => ({ lookFor: 'l', verdict })) }) as unknown as StepFindings

describe('what a card says of what was found', () => {
  it('counts what is met, of what could be judged', () => {
    expect(countMet([step('met', 'nearly', 'cant-tell'), step('not-yet', 'met')])).toEqual({ met: 2, judged: 4 })
  })

  it('is nothing of nothing where nothing could be judged', () => {
    expect(countMet([])).toEqual({ met: 0, judged: 0 })
    expect(countMet([step('cant-tell')])).toEqual({ met: 0, judged: 0 })
  })
})
